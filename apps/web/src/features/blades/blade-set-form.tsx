import { type PlainLength, plainText } from '@sturdy-shim/core';
import { Button, Checkbox, Input, Modal, Select } from 'antd';
import { useRef, useState } from 'react';
import {
  TEXT_LIMITS,
  newId,
  problemOf,
  useChangeBladeSetMutation,
  useEnterBladeSetMutation,
  type BladeSetDto,
} from '../../shared/api/index.ts';
import { readFigure, today } from '../../shared/format/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { DayField, Field, ProblemNote, StalePanel } from '../../shared/ui/index.ts';
import { COMMON_SETS } from './common-sets.ts';

/** Whether a blade is offered, and what is wrong with it. */
const BLADE_USES = {
  sound: { words: 'in use', out: false, flaw: null },
  oily: { words: 'oily: wipe it', out: false, flaw: 'oily' },
  bent: { words: 'bent: taken out', out: true, flaw: 'bent' },
  worn: { words: 'worn: taken out', out: true, flaw: 'worn' },
  out: { words: 'taken out', out: true, flaw: null },
} as const;
type BladeUse = keyof typeof BLADE_USES;

type Unit = BladeSetDto['blades'][number]['printed']['unit'];
interface TypedBlade {
  readonly printed: string;
  readonly unit: Unit;
  /** The print in the other system, where the blade has two. */
  readonly also?: PlainLength;
  readonly measured: string;
  readonly use: BladeUse;
  /** Its print cannot be read: only what is measured counts. */
  readonly unreadable?: boolean;
  /** False while nobody has compared it with the set in hand. */
  readonly confirmed: boolean;
}

const typed = ({
  printed,
  alsoPrinted,
  measuredMm,
  out,
  flaw,
  unreadable,
}: BladeSetDto['blades'][number]): TypedBlade => ({
  printed: String(printed.value),
  unit: printed.unit,
  measured: measuredMm === null || measuredMm === undefined ? '' : String(measuredMm),
  use: flaw ?? (out === true ? 'out' : 'sound'),
  ...(alsoPrinted !== undefined && { also: alsoPrinted }),
  ...(unreadable === true && { unreadable }),
  confirmed: true,
});

const USE_OPTIONS = (Object.keys(BLADE_USES) as BladeUse[]).map((value) => ({
  value,
  label: BLADE_USES[value].words,
}));

/** What was typed as a figure; NaN, which the server refuses by name, where it is none. */
function figureIn(typed: string): number {
  const figure = readFigure(typed);
  return 'value' in figure ? figure.value : Number.NaN;
}

/** `4/0.102`: both prints of one blade, the second one in the other system. */
function printsIn(text: string, unit: Unit): Pick<TypedBlade, 'printed' | 'also'> | null {
  const [first = '', second, ...more] = text.split('/');
  if (more.length > 0 || !(figureIn(first) > 0)) return null;
  if (second === undefined) return { printed: first };
  const value = figureIn(second);
  if (!(value > 0)) return null;
  // Inches are written below a tenth: .004 in; thou above it: 4.
  const other: Unit = unit !== 'mm' ? 'mm' : value < 0.1 ? 'in' : 'thou';
  return { printed: first, also: { value, unit: other } };
}

/** A set and its blades. Many blades at once: type `0.05 0.06 0.07` or `4 thou` and take them in. */
export function BladeSetForm({ set, close }: { readonly set: BladeSetDto | null; readonly close: () => void }) {
  const [base, setBase] = useState(set);
  const [name, setName] = useState(set?.name ?? '');
  const [checkedOn, setCheckedOn] = useState(set?.checkedOn ?? today());
  const [checkDueOn, setCheckDueOn] = useState(set?.checkDueOn ?? '');
  const [shape, setShape] = useState<BladeSetDto['shape']>(set?.shape ?? 'straight');
  const [tolerance, setTolerance] = useState(typeof set?.toleranceMm === 'number' ? String(set.toleranceMm) : '');
  const [active, setActive] = useState(set?.active ?? true);
  const [blades, setBlades] = useState<readonly TypedBlade[]>(() => set?.blades.map(typed) ?? []);
  const [many, setMany] = useState('');
  const [unit, setUnit] = useState<Unit>(useShopUnit());
  const id = useRef(newId());
  const [enter, entering] = useEnterBladeSetMutation();
  const [change, changing] = useChangeBladeSetMutation();
  const problem = problemOf(entering.error ?? changing.error);
  const wrong = (name: string): string | undefined => problem?.fields[name];
  const stored = problem?.code === 'stale-version' ? (problem.facts.bladeSet as BladeSetDto) : null;
  const figures = many
    .replace(/,(?=\s|$)/g, ' ')
    .split(/[\s;]+/)
    .filter((each) => each !== '');
  const prints = figures.map((each) => printsIn(each, unit));
  const readable = prints.length > 0 && prints.every((each) => each !== null);
  const unconfirmed = blades.filter(({ confirmed }) => !confirmed).length;
  const takeIn = (): void => {
    if (!readable) return;
    setBlades([
      ...blades,
      ...prints.flatMap((each) =>
        each === null ? [] : [{ ...each, unit, measured: '', use: 'sound' as const, confirmed: true }],
      ),
    ]);
    setMany('');
  };
  const edit = (at: number, next: Partial<TypedBlade>): void =>
    setBlades(blades.map((each, index) => (index === at ? { ...each, ...next } : each)));
  const send = async (): Promise<void> => {
    const fields = {
      name: name.trim(),
      checkedOn,
      checkDueOn: checkDueOn === '' ? null : checkDueOn,
      shape,
      toleranceMm: tolerance.trim() === '' ? null : figureIn(tolerance),
      active,
      blades: blades.map(({ printed, also, unit: of, measured, use, unreadable = false }) => ({
        printed: unreadable
          ? { value: figureIn(measured), unit: 'mm' as const }
          : { value: figureIn(printed), unit: of },
        ...(also !== undefined && { alsoPrinted: also }),
        measuredMm: measured.trim() === '' ? null : figureIn(measured),
        measuredOn: measured.trim() === '' ? null : checkedOn,
        out: BLADE_USES[use].out,
        flaw: BLADE_USES[use].flaw,
        ...(unreadable && { unreadable }),
      })),
    };
    const answer =
      base === null
        ? await enter({ newBladeSetDto: { id: id.current, ...fields } })
        : await change({ id: base.id, changeBladeSetDto: { ...fields, version: base.version } });
    if (answer.data !== undefined) close();
  };
  return (
    <Modal
      open
      title={base === null ? 'Add a blade set' : `Edit ${base.name}`}
      footer={null}
      width={640}
      onCancel={close}
      destroyOnHidden
    >
      <form
        className="reason-form"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <Field id="set-name" label="Name: where it is kept, whose it is" wrong={wrong('name')}>
          <Input
            required
            autoFocus
            maxLength={TEXT_LIMITS.NewBladeSetDto.name}
            value={name}
            onChange={({ target }) => setName(target.value)}
          />
        </Field>
        <div className="source-row">
          <Field id="set-checked" label="Blades checked on" wrong={wrong('checkedOn')}>
            <DayField required value={checkedOn} change={setCheckedOn} />
          </Field>
          <Field id="set-due" label="Due again on" wrong={wrong('checkDueOn')}>
            <DayField value={checkDueOn} change={setCheckDueOn} />
          </Field>
          <Field id="set-tolerance" label="Tolerance, ±" wrong={wrong('toleranceMm')}>
            <Input
              className="mono"
              inputMode="decimal"
              suffix="mm"
              value={tolerance}
              onChange={({ target }) => setTolerance(target.value)}
            />
          </Field>
        </div>
        <Select
          aria-label="Shape"
          value={shape}
          onChange={setShape}
          options={[
            { value: 'straight' as const, label: 'straight blades' },
            { value: 'bent' as const, label: 'bent blades' },
            { value: 'narrow' as const, label: 'narrow point' },
          ]}
        />
        {base === null && blades.length === 0 && (
          <div>
            <label htmlFor="set-common">Start from a common set</label>
            <Select
              id="set-common"
              placeholder="Choose the one most like yours"
              value={null}
              onChange={(name: string) => {
                const common = COMMON_SETS.find((each) => each.name === name);
                if (common === undefined) return;
                setBlades(
                  common.blades.map((printed) => ({
                    printed,
                    unit: common.unit,
                    measured: '',
                    use: 'sound' as const,
                    confirmed: false,
                  })),
                );
              }}
              options={COMMON_SETS.map(({ name }) => ({ value: name, label: name }))}
            />
          </div>
        )}
        <label htmlFor="set-many">Blades to add, as printed (both prints of one blade: 4/0.102)</label>
        <div className="rule-row">
          <Input
            id="set-many"
            className="mono"
            placeholder="0.05 0.06 0.07"
            value={many}
            status={many !== '' && !readable ? 'error' : ''}
            onChange={({ target }) => setMany(target.value)}
            onPressEnter={(event) => {
              event.preventDefault();
              takeIn();
            }}
          />
          <Select
            aria-label="Unit of the blades"
            value={unit}
            onChange={setUnit}
            options={(['mm', 'thou', 'in'] as const).map((value) => ({ value, label: value }))}
          />
          <Button disabled={!readable} onClick={takeIn}>
            Add them
          </Button>
        </div>
        <div className="blade-rows">
          {blades.map((blade, index) => (
            <div key={index} className="blade-row">
              {blade.unreadable === true ? (
                <span>unreadable</span>
              ) : blade.confirmed ? (
                <span className="mono">
                  {blade.printed} {blade.unit}
                  {blade.also && ` / ${plainText(blade.also)}`}
                </span>
              ) : (
                <Checkbox checked={false} onChange={() => edit(index, { confirmed: true })}>
                  <span className="mono">
                    {blade.printed} {blade.unit}
                  </span>{' '}
                  is in my set
                </Checkbox>
              )}
              <span className="muted">measured</span>
              <Input
                aria-label={
                  blade.unreadable === true ? 'Unreadable blade: measured' : `Blade ${blade.printed}: measured`
                }
                required={blade.unreadable === true}
                className="mono"
                suffix="mm"
                inputMode="decimal"
                value={blade.measured}
                onChange={({ target }) => edit(index, { measured: target.value })}
              />
              <Select
                size="small"
                className="blade-use"
                aria-label={`Blade ${blade.printed}: in use or not`}
                value={blade.use}
                onChange={(use) => edit(index, { use })}
                options={USE_OPTIONS}
              />
              <Button
                size="small"
                aria-label={`Delete blade ${blade.printed} from the list`}
                onClick={() => setBlades(blades.filter((_, place) => place !== index))}
              >
                Delete
              </Button>
              {problem?.fields[`blades.${index}`] && (
                <p className="field-wrong form-wide">{problem.fields[`blades.${index}`]}</p>
              )}
            </div>
          ))}
        </div>
        <p>
          <Button
            onClick={() =>
              setBlades([
                ...blades,
                { printed: '', unit: 'mm', measured: '', use: 'sound', confirmed: true, unreadable: true },
              ])
            }
          >
            Add a blade that cannot be read
          </Button>{' '}
          <span className="muted">Lay it under a micrometer: it counts as measured.</span>
        </p>
        {base !== null && (
          <Checkbox checked={active} onChange={({ target }) => setActive(target.checked)}>
            In use. Otherwise the bench does not offer the set.
          </Checkbox>
        )}
        {unconfirmed > 0 && (
          <p className="field-wrong" aria-live="polite">
            Tick each blade you really have, delete the others: {unconfirmed} left.
          </p>
        )}
        {problem !== null && stored === null && <ProblemNote problem={problem} />}
        {stored !== null && base?.version !== stored.version && (
          <StalePanel
            what="this set"
            fields={[
              { label: 'Name', mine: name, stored: stored.name },
              { label: 'Checked on', mine: checkedOn, stored: stored.checkedOn },
              { label: 'Blades', mine: String(blades.length), stored: String(stored.blades.length) },
            ]}
            keepMine={() => setBase(stored)}
            takeStored={() => {
              setBase(stored);
              setName(stored.name);
              setCheckedOn(stored.checkedOn);
              setBlades(stored.blades.map(typed));
            }}
          />
        )}
        <Button
          type="primary"
          htmlType="submit"
          loading={entering.isLoading || changing.isLoading}
          disabled={blades.length === 0 || unconfirmed > 0}
        >
          {base === null ? 'Add' : 'Save'}
        </Button>
      </form>
    </Modal>
  );
}
