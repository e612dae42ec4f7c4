import type { TemperatureUnit } from '@sturdy-shim/core';
import { Checkbox, Form, Radio } from 'antd';
import { useDispatch } from 'react-redux';
import { ADJUSTER_WORDS, POSITION_WORDS, yearDayText } from '../../shared/format/index.ts';
import { temperatureChosen } from '../../shared/preferences/index.ts';
import { DegreesSwitch, ShopField } from '../../shared/ui/index.ts';
import { DetailFields } from './detail-fields.tsx';
import { type FamilyDraft, fieldsOf, inDegrees } from './family-draft.ts';
import { FamilyChoice, FamilyField, FamilyList, optionsOf } from './family-fields.tsx';
import { SourceFields } from './source-fields.tsx';

const EVERY_POSITION = optionsOf(POSITION_WORDS).filter(({ value }) => value !== 'unconfirmed');
const TEMPERATURES = [
  { value: 'cold', label: 'cold' },
  { value: 'warm', label: 'warm' },
  { value: 'not-stated', label: 'not stated' },
];

interface FamilyFieldsProps {
  readonly initial: FamilyDraft;
  /** A new family may include its source. */
  readonly source: boolean;
  /** The base of a new family. */
  readonly variantOf: string | null;
}

/** All fields of a family. Only those at the top are required. */
export function FamilyFields({ initial, source, variantOf }: FamilyFieldsProps) {
  const form = Form.useFormInstance<FamilyDraft>();
  const typed = Form.useWatch((values) => values, { form, preserve: true }) as Partial<FamilyDraft> | undefined;
  const draft: FamilyDraft = { ...initial, ...typed };
  const read = fieldsOf(draft);
  return (
    <>
      <section aria-label="The engine">
        <h2>The engine</h2>
        <div className="form-grid">
          <FamilyField name="code" label="Code, as the shop says it" needed="Give it the code that the shop uses." />
          <FamilyField name="layout" label="What kind of engine" needed="Say what kind of engine it is." />
          <FamilyField name="cylinders" label="Cylinders" mono />
          <FamilyChoice name="adjusterKind" label="Adjuster" options={optionsOf(ADJUSTER_WORDS)} />
        </div>
      </section>
      {source && (
        <section aria-label="Spec and its source">
          <h2>Spec and its source</h2>
          {variantOf !== null && (
            <p className="muted">Leave this empty and the spec is the one in use for {variantOf}.</p>
          )}
          <SourceFields at={['source']} fuel={draft.fuel === '' ? null : draft.fuel} />
        </section>
      )}
      <Circumstances draft={draft} />
      <section aria-label="When it is due">
        <h2>When it is due</h2>
        <div className="form-grid">
          <FamilyField name="breakInHours" label="First check at" mono suffix="h" />
          <FamilyField name="intervalHours" label="Then every" mono suffix="h" />
          <FamilyField name="intervalMonths" label="or every" mono suffix="months" />
          <FamilyField name="seasonDay" label={`or each year before, e.g. ${yearDayText('03-01')}`} />
          <FamilyField name="season" label="In the year, in words" />
        </div>
        <ShopField name="noInterval" valuePropName="checked">
          <Checkbox>No interval, on purpose (such as hydraulic adjusters): it never comes due by itself</Checkbox>
        </ShopField>
      </section>
      <DetailFields draft={draft} coverScrews={read.ok ? read.fields.sheet.coverScrews : null} />
      <Form.Item name="dealerOnly" valuePropName="checked" noStyle>
        <Checkbox>The maker leaves this work to authorized dealers</Checkbox>
      </Form.Item>
    </>
  );
}

/** At which temperature and in which position the gap is gauged. */
function Circumstances({ draft }: { readonly draft: FamilyDraft }) {
  const form = Form.useFormInstance<FamilyDraft>();
  const dispatch = useDispatch();
  const readDegrees = (unit: TemperatureUnit): void => {
    dispatch(temperatureChosen(unit));
    form.setFieldsValue(inDegrees(draft, unit));
  };
  return (
    <section aria-label="Temperature and position">
      <h2>Temperature and position</h2>
      <div className="form-grid">
        <ShopField name="temperature" label="Gauged">
          <Radio.Group aria-label="Gauged" options={TEMPERATURES} />
        </ShopField>
        {draft.temperature === 'cold' && (
          <>
            <FamilyField name="belowC" label="Below, if the source gives a figure" mono suffix={draft.degrees} />
            <FamilyField name="restHours" label="Rests at least, if the source says so" mono suffix="h" />
          </>
        )}
        {draft.temperature === 'warm' && (
          <>
            <FamilyField name="fromC" label="From, if the source gives a figure" mono suffix={draft.degrees} />
            <FamilyField name="toC" label="To" mono suffix={draft.degrees} />
          </>
        )}
        <div>
          <span className="as-label">Degrees</span>
          <DegreesSwitch value={draft.degrees} onChange={readDegrees} />
        </div>
        <FamilyList
          name="positions"
          label="Ways to find the position, the preferred one first"
          options={EVERY_POSITION}
          none="not stated"
        />
      </div>
      <div className="form-grid">
        <FamilyField name="temperatureRecipe" label="How to bring it there" />
        <FamilyField name="positionRecipe" label="How to find the preferred position" />
      </div>
    </section>
  );
}
