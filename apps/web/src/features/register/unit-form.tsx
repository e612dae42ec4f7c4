import { PARTICULAR_NAMES, UNIT_PARTICULARS, UNIT_TEXTS } from '@sturdy-shim/words';
import { Alert, Button, Checkbox, Input, Modal, Select } from 'antd';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import {
  TEXT_LIMITS,
  newId,
  problemOf,
  useAddSiteMutation,
  useChangeUnitMutation,
  useEnterUnitMutation,
  useFamiliesOfStampingQuery,
  useListFamiliesQuery,
  useListSitesQuery,
  type UnitDto,
  type UnitUse,
} from '../../shared/api/index.ts';
import { USE_WORDS, readMeterFigure, today } from '../../shared/format/index.ts';
import { type BothVersions, DayField, Field, StalePanel, ProblemNote } from '../../shared/ui/index.ts';
import { ParticularsFields, type TypedParticulars, particularsOf, typedParticulars } from './particulars-fields.tsx';

interface Values {
  readonly particulars: TypedParticulars;
  readonly tag: string;
  readonly kind: string;
  readonly serial: string;
  readonly stamping: string;
  readonly inServiceOn: string;
  readonly hoursAtStart: string;
  readonly use: UnitUse;
  readonly hireUntil: string;
  readonly noMeter: boolean;
  readonly note: string;
  readonly familyId: string | null;
  readonly siteId: string | null;
}

const valuesOf = (unit: UnitDto | null): Values => ({
  tag: unit?.tag ?? '',
  kind: unit?.kind ?? '',
  serial: unit?.serial ?? '',
  stamping: unit?.stamping ?? '',
  inServiceOn: unit?.inServiceOn ?? today(),
  hoursAtStart: String(unit?.hoursAtStart ?? 0),
  use: unit?.use ?? 'in-service',
  hireUntil: unit?.hireUntil ?? '',
  noMeter: unit?.noMeter ?? false,
  note: unit?.note ?? '',
  particulars: typedParticulars(unit?.particulars),
  familyId: unit?.family.id ?? null,
  siteId: unit?.siteId ?? null,
});

/** Adds a unit, or edits one. The engine's own stamping suggests the family. */
export function UnitForm({ unit, close }: { readonly unit: UnitDto | null; readonly close: () => void }) {
  const [base, setBase] = useState(unit);
  const [values, setValues] = useState(() => valuesOf(unit));
  const [own, setOwn] = useState<Readonly<Record<string, string>>>({});
  const [newSite, setNewSite] = useState('');
  const set = (change: Partial<Values>): void => setValues((old) => ({ ...old, ...change }));
  const { data: families = [] } = useListFamiliesQuery();
  const { data: sites = [] } = useListSitesQuery();
  const stamping = values.stamping.trim();
  const { currentData: fitting = [] } = useFamiliesOfStampingQuery({ stamping }, { skip: stamping.length < 2 });
  const [addSite] = useAddSiteMutation();
  const [enter, entering] = useEnterUnitMutation();
  const [change, changing] = useChangeUnitMutation();
  const id = useRef(newId());
  const siteId = useRef(newId());
  const navigate = useNavigate();
  const problem = problemOf(entering.error ?? changing.error);
  const stored = problem?.code === 'stale-version' ? (problem.facts.unit as UnitDto) : null;
  const chosen = families.find(({ id: each }) => each === values.familyId);
  const other = chosen !== undefined && fitting.length > 0 && !fitting.includes(chosen.code) ? fitting : [];

  const send = async (): Promise<void> => {
    const figure = readMeterFigure(values.hoursAtStart);
    const missing = {
      ...(values.familyId === null && { familyId: 'Choose the family of its engine.' }),
      ...(values.siteId === null && newSite.trim() === '' && { siteId: 'Choose its site, or name a new one.' }),
      ...('problem' in figure && { hoursAtStart: figure.problem }),
    };
    setOwn(missing);
    if ('problem' in figure || values.familyId === null || Object.keys(missing).length > 0) return;
    let site = values.siteId;
    if (newSite.trim() !== '') {
      const added = await addSite({ siteDto: { id: siteId.current, name: newSite.trim() } });
      if (added.data === undefined) return setOwn({ siteId: problemOf(added.error)?.what ?? '' });
      site = added.data.id;
    }
    if (site === null) return;
    const { particulars, ...rest } = values;
    const fields = {
      ...rest,
      particulars: particularsOf(particulars),
      familyId: values.familyId,
      siteId: site,
      hoursAtStart: figure.hours,
      hireUntil: values.use === 'on-hire' && values.hireUntil !== '' ? values.hireUntil : null,
    };
    const answer =
      base === null
        ? await enter({ newUnitDto: { id: id.current, ...fields } })
        : await change({ id: base.id, changeUnitDto: { ...fields, version: base.version } });
    if (answer.data === undefined) return;
    close();
    void navigate(`/units/${encodeURIComponent(answer.data.tag)}`);
  };
  const wrong = (name: string): string | undefined => own[name] ?? problem?.fields[name];
  const text = (name: 'tag' | 'kind' | 'serial' | 'stamping', label: string, needed: boolean, mono: boolean) => (
    <Field id={`unit-${name}`} label={label} wrong={wrong(name)}>
      <Input
        className={mono ? 'mono' : ''}
        required={needed}
        autoFocus={name === 'tag'}
        autoComplete="off"
        maxLength={TEXT_LIMITS.NewUnitDto[name]}
        value={values[name]}
        onChange={({ target }) => set({ [name]: target.value })}
      />
    </Field>
  );
  return (
    <Modal
      open
      title={base === null ? 'Add a unit' : `Edit ${base.tag}`}
      footer={null}
      width={640}
      onCancel={close}
      destroyOnHidden
    >
      <form
        className="unit-form"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        {text('tag', 'Tag, as on the machine', true, true)}
        {text('kind', 'Kind of machine', true, false)}
        {text('stamping', UNIT_TEXTS.stamping.ask, false, true)}
        {text('serial', UNIT_TEXTS.serial.ask, false, true)}
        <Field id="unit-family" label="Engine family" wrong={wrong('familyId')}>
          <Select
            aria-label="Engine family"
            showSearch={{ optionFilterProp: 'label' }}
            placeholder="Choose"
            value={values.familyId}
            onChange={(familyId: string) => set({ familyId })}
            options={families.map(({ id: value, code, layout }) => ({ value, label: `${code} · ${layout}` }))}
          />
          {fitting.length > 0 && chosen === undefined && (
            <p>
              The stamping looks like{' '}
              {fitting.map((code) => (
                <Button
                  key={code}
                  size="small"
                  onClick={() => set({ familyId: families.find((each) => each.code === code)?.id ?? null })}
                >
                  {code}
                </Button>
              ))}
            </p>
          )}
        </Field>
        <Field id="unit-site" label="Site" wrong={wrong('siteId')}>
          <Select
            aria-label="Site"
            allowClear
            placeholder="Choose"
            value={values.siteId}
            onChange={(value: string | null) => set({ siteId: value ?? null })}
            options={sites.map(({ id: value, name }) => ({ value, label: name }))}
          />
          {values.siteId === null && (
            <Input
              aria-label="New site"
              placeholder="or name a new site"
              maxLength={TEXT_LIMITS.SiteDto.name}
              value={newSite}
              onChange={({ target }) => setNewSite(target.value)}
            />
          )}
        </Field>
        <Field id="unit-since" label="In service since" wrong={wrong('inServiceOn')}>
          <DayField required value={values.inServiceOn} change={(inServiceOn) => set({ inServiceOn })} />
        </Field>
        <Field id="unit-hours" label="Meter on that day" wrong={wrong('hoursAtStart')}>
          <Input
            className="mono"
            inputMode="decimal"
            suffix="h"
            disabled={values.noMeter}
            value={values.hoursAtStart}
            onChange={({ target }) => set({ hoursAtStart: target.value })}
          />
          <Checkbox checked={values.noMeter} onChange={({ target }) => set({ noMeter: target.checked })}>
            No hour meter: only months count
          </Checkbox>
        </Field>
        <div>
          <label htmlFor="unit-use">Use</label>
          <Select
            id="unit-use"
            aria-label="Use"
            value={values.use}
            onChange={(use: UnitUse) => set({ use })}
            options={Object.entries(USE_WORDS).map(([value, label]) => ({ value: value as UnitUse, label }))}
          />
        </div>
        {values.use === 'on-hire' && (
          <Field id="unit-until" label="On hire until" wrong={wrong('hireUntil')}>
            <DayField value={values.hireUntil} change={(hireUntil) => set({ hireUntil })} />
          </Field>
        )}
        <div className="unit-form-wide">
          <label htmlFor="unit-note">{UNIT_TEXTS.note.ask}</label>
          <Input.TextArea
            id="unit-note"
            rows={2}
            maxLength={TEXT_LIMITS.NewUnitDto.note}
            value={values.note}
            onChange={({ target }) => set({ note: target.value })}
          />
          {wrong('note')}
          <ParticularsFields
            values={values.particulars}
            set={(own) => set({ particulars: { ...values.particulars, ...own } })}
            wrong={wrong}
          />
          {other.length > 0 && (
            <Alert
              type="warning"
              title={`The stamping looks like ${other.join(' or ')}, not ${chosen?.code ?? ''}.`}
              description="One machine can be sold with two engines. The engine’s own plate decides, not the badge. Check it again."
            />
          )}
          {stored !== null && base?.version !== stored.version && (
            <StalePanel
              what="this unit"
              fields={bothOf(values, valuesOf(stored))}
              keepMine={() => setBase(stored)}
              takeStored={() => {
                setBase(stored);
                setValues(valuesOf(stored));
              }}
            />
          )}
          {problem !== null && stored === null && Object.keys(problem.fields).length === 0 && (
            <ProblemNote problem={problem} />
          )}
          <Button type="primary" htmlType="submit" loading={entering.isLoading || changing.isLoading}>
            {base === null ? 'Add' : 'Save'}
          </Button>
        </div>
      </form>
    </Modal>
  );
}

const LABELS = {
  tag: 'Tag',
  kind: 'Kind',
  serial: UNIT_TEXTS.serial.label,
  stamping: UNIT_TEXTS.stamping.label,
  inServiceOn: 'In service since',
  hoursAtStart: 'Meter on that day',
  hireUntil: 'On hire until',
  note: UNIT_TEXTS.note.label,
} as const;

const bothOf = (mine: Values, stored: Values): BothVersions[] => [
  ...(Object.keys(LABELS) as (keyof typeof LABELS)[]).map((name) => ({
    label: LABELS[name],
    mine: mine[name],
    stored: stored[name],
  })),
  ...PARTICULAR_NAMES.map((name) => ({
    label: UNIT_PARTICULARS[name].label,
    mine: mine.particulars[name],
    stored: stored.particulars[name],
  })),
  { label: 'Use', mine: USE_WORDS[mine.use], stored: USE_WORDS[stored.use] },
];
