import { Button, Checkbox, Input, Select } from 'antd';
import { entriesOf, type RuleSlip, publishedText } from '@sturdy-shim/core';
import type { FamilyDto, RuleDto } from '../../shared/api/index.ts';
import {
  EMPTY_RULE,
  KINDS,
  type TypedRule,
  besideUnit,
  printedText,
  readingText,
  slipsOf,
  withChoice,
  withFigure,
} from './typed-rule.ts';

interface RuleFieldsProps {
  readonly name: 'Intake' | 'Exhaust';
  readonly rule: TypedRule;
  readonly change: (rule: TypedRule) => void;
  /** The typed gap of the other valve, if any, which ranks the interpretations. */
  readonly otherValveMm: number | undefined;
  readonly fuel: FamilyDto['sheet']['fuel'];
}

/**
 * The rule of a source for one kind of valve, in its own unit and digits; an implausible figure is questioned
 * immediately.
 */
export function RuleFields({ name, rule, change, otherValveMm, fuel }: RuleFieldsProps) {
  const slips = slipsOf(rule, {
    ...(otherValveMm !== undefined && { otherValveMm }),
    ...(fuel === 'diesel' && { fuel: 'diesel' }),
  });
  const parts = KINDS[rule.kind].parts;
  const row = (which: 'figures' | 'beside', unit: string) =>
    parts.map(([part, label]) => (
      <Input
        key={part}
        aria-label={which === 'figures' ? `${name} ${label}` : `${name} ${label}, in ${unit}`}
        className="mono"
        prefix={<span className="muted">{label}</span>}
        inputMode="decimal"
        autoComplete="off"
        value={rule[which][part] ?? ''}
        status={slips.some((slip) => slip.part === part) ? 'warning' : ''}
        onChange={({ target }) => change(withFigure(rule, which, part, target.value))}
      />
    ));
  return (
    <fieldset className="rule-fields">
      <legend>{name}</legend>
      <div className="rule-row">
        <Select
          aria-label={`${name}: how the source says it`}
          value={rule.kind}
          onChange={(kind: RuleDto['kind']) => change({ ...rule, kind, chosen: {} })}
          options={entriesOf(KINDS).map(([value, { label }]) => ({ value, label }))}
        />
        {row('figures', rule.unit)}
        <Select
          aria-label={`${name}: unit`}
          value={rule.unit}
          onChange={(unit: TypedRule['unit']) => change({ ...rule, unit, chosen: {} })}
          options={(['mm', 'thou', 'in'] as const).map((value) => ({ value, label: value }))}
        />
      </div>
      <Checkbox
        checked={rule.withBeside}
        onChange={({ target }) => change({ ...rule, withBeside: target.checked, chosen: {} })}
      >
        The source prints {besideUnit(rule.unit) === 'in' ? 'inches' : 'mm'} too
      </Checkbox>
      {rule.withBeside && (
        <div className="rule-row">
          <span className="muted">also printed as</span>
          {row('beside', besideUnit(rule.unit))}
          <span className="muted">{besideUnit(rule.unit)}</span>
        </div>
      )}
      <Slips rule={rule} change={change} slips={slips} />
      <Chosen rule={rule} change={change} />
    </fieldset>
  );
}

/** Required by the type of the fields; the form binds both. */
export const BOUND_RULE = { rule: EMPTY_RULE, change: (): void => undefined };

interface QuestionProps {
  readonly rule: TypedRule;
  readonly slip: RuleSlip;
  readonly choose: (reading: RuleSlip['readings'][number]) => void;
}

/** An implausible printed figure with its possible interpretations, for the person with the source to choose. */
function SlipQuestion({ rule, slip, choose }: QuestionProps) {
  const printed = printedText(rule, slip.part);
  return (
    <div className="field-wrong" role="alert">
      {slip.kind === 'pair' ? `${printed}: these are not the same gap.` : `${printed} is not a valve gap.`}{' '}
      {slip.readings.length === 0 ? (
        'Check the figure and its unit in the source.'
      ) : (
        <>
          Which is meant? What is printed is saved beside it.{' '}
          <span className="slip-readings">
            {slip.readings.map((reading) => (
              <Button key={readingText(reading)} size="small" onClick={() => choose(reading)}>
                {readingText(reading)}
              </Button>
            ))}
          </span>
        </>
      )}
    </div>
  );
}

/** Figures for which a person chose an interpretation. */
const Chosen = ({ rule, change }: Pick<RuleFieldsProps, 'rule' | 'change'>) => (
  <>
    {KINDS[rule.kind].parts.map(([part, label]) => {
      const chosen = rule.chosen[part];
      return (
        chosen && (
          <p key={part} className="rule-chosen">
            {label}: <b className="mono">{publishedText(chosen)}</b>{' '}
            <Button size="small" onClick={() => change(withFigure(rule, 'figures', part, rule.figures[part] ?? ''))}>
              Undo
            </Button>
          </p>
        )
      );
    })}
  </>
);

interface SlipsProps extends Pick<RuleFieldsProps, 'rule' | 'change'> {
  readonly slips: readonly RuleSlip[];
}

const Slips = ({ rule, change, slips }: SlipsProps) => (
  <>
    {slips.map((slip) => (
      <SlipQuestion
        key={slip.part}
        rule={rule}
        slip={slip}
        choose={(reading) => change(withChoice(rule, slip, reading, slips))}
      />
    ))}
  </>
);
