import { entriesOf } from '@sturdy-shim/core';
import { UNIT_TEXTS } from '@sturdy-shim/words';
import { Checkbox, Form, Input, Select } from 'antd';
import { TEXT_LIMITS, useListSitesQuery } from '../../shared/api/index.ts';
import { USE_WORDS, readMeterFigure } from '../../shared/format/index.ts';
import { BOUND_DAY, DayField, ShopField } from '../../shared/ui/index.ts';
import { FamilyChoice } from './family-choice.tsx';
import { ParticularsFields } from './particulars-fields.tsx';
import type { UnitValues } from './unit-values.ts';

const LIMITS = TEXT_LIMITS.NewUnitDto;
const mono = { className: 'mono', autoComplete: 'off' } as const;

/** The fields of a unit, in the order in which they are read from the machine. */
export const UnitFields = () => (
  <>
    <ShopField name="tag" label="Tag, as on the machine" needed="Every unit needs one. Write what is on the machine.">
      <Input {...mono} maxLength={LIMITS.tag} />
    </ShopField>
    <ShopField name="kind" label="Kind of machine" needed="Every unit needs one, such as “Pump”.">
      <Input autoComplete="off" maxLength={LIMITS.kind} />
    </ShopField>
    <ShopField name="stamping" label={UNIT_TEXTS.stamping.ask}>
      <Input {...mono} maxLength={LIMITS.stamping} />
    </ShopField>
    <ShopField name="serial" label={UNIT_TEXTS.serial.ask}>
      <Input {...mono} maxLength={LIMITS.serial} />
    </ShopField>
    <FamilyChoice />
    <SiteChoice />
    <ShopField name="inServiceOn" label="In service since" trigger="change">
      <DayField required {...BOUND_DAY} />
    </ShopField>
    <MeterAtStart />
    <ShopField name="use" label="Use">
      <Select aria-label="Use" options={entriesOf(USE_WORDS).map(([value, label]) => ({ value, label }))} />
    </ShopField>
    <HireUntil />
    <div className="unit-form-wide">
      <ShopField name="note" label={UNIT_TEXTS.note.ask}>
        <Input.TextArea rows={2} maxLength={LIMITS.note} />
      </ShopField>
      <ParticularsFields />
    </div>
  </>
);

function SiteChoice() {
  const { data: sites = [] } = useListSitesQuery();
  const chosen = Form.useWatch('siteId', Form.useFormInstance<UnitValues>()) ?? null;
  return (
    <div>
      <ShopField
        name="siteId"
        label="Site"
        dependencies={['newSite']}
        rules={[
          ({ getFieldValue }) => ({
            validator: (_, site: string | null | undefined) =>
              (site ?? null) !== null || String(getFieldValue('newSite') ?? '').trim() !== ''
                ? Promise.resolve()
                : Promise.reject(new Error('Choose its site, or name a new one.')),
          }),
        ]}
      >
        <Select
          aria-label="Site"
          allowClear
          placeholder="Choose"
          options={sites.map(({ id: value, name }) => ({ value, label: name }))}
        />
      </ShopField>
      {chosen === null && (
        <ShopField name="newSite" label={<span className="visually-hidden">New site</span>}>
          <Input placeholder="or name a new site" maxLength={TEXT_LIMITS.SiteDto.name} />
        </ShopField>
      )}
    </div>
  );
}

function MeterAtStart() {
  const none = Form.useWatch('noMeter', Form.useFormInstance<UnitValues>()) === true;
  return (
    <div>
      <ShopField
        name="hoursAtStart"
        label="Meter on that day"
        rules={[
          {
            validator: (_, typed: string) => {
              const figure = readMeterFigure(typed);
              return !figure.ok ? Promise.reject(new Error(figure.problem)) : Promise.resolve();
            },
          },
        ]}
      >
        <Input className="mono" inputMode="decimal" suffix="h" disabled={none} />
      </ShopField>
      <Form.Item name="noMeter" valuePropName="checked" noStyle>
        <Checkbox>No hour meter: only months count</Checkbox>
      </Form.Item>
    </div>
  );
}

function HireUntil() {
  const use = Form.useWatch('use', Form.useFormInstance<UnitValues>());
  return use === 'on-hire' ? (
    <ShopField name="hireUntil" label="Rented until" trigger="change">
      <DayField {...BOUND_DAY} />
    </ShopField>
  ) : null;
}
