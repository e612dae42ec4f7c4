import { Form, Input, Select } from 'antd';
import { DO_NOT_RUN, OPTIONAL_STEPS } from '@sturdy-shim/core';
import type { ReactNode } from 'react';
import type { ShopRulesDto } from '../../../shared/api/index.ts';
import { RULE_NAMES, RULE_TITLES, type RuleName, ruleWords } from '../../../shared/shop-rules/index.ts';
import { DO_NOT_RUN_WORDS, STEP_WORDS, yearDayText } from '../../../shared/format/index.ts';
import { useShopUnit } from '../../../shared/preferences/index.ts';
import { ShopField } from '../../../shared/ui/index.ts';
import { RuleStrip } from './rule-strip.tsx';
import type { RulesDraft } from './rules-draft.ts';

/** Why a shop may change the rule, and its effect. */
const WHY: Readonly<Record<RuleName, string>> = {
  target: 'How far to turn goes by this. It never moves the spec itself.',
  toleranceMm: 'Some sources give one figure without a range. The shop puts this much around it.',
  upperEdge: 'Where only a lower limit is published, the shop says how wide is too wide.',
  feelHalfWidthMm: 'Smaller: blades prove more, and mistakes weigh more. Half a thou is 0.0127 mm.',
  decision: 'A gap between two blades can be in spec without being proven.',
  gauging: 'Which blade the bench offers first, and when it says to adjust.',
  touchUpWithinMm: '0 leaves alone what is in spec. Schools differ.',
  recheck: 'Whether signing asks for it after an adjuster was moved.',
  stepsOff: 'Make safe, temperature and position are always asked for.',
  doNotRun: 'A finding or a report of this kind keeps the unit in until a check says that it is gone.',
  maxHoursPerDay: 'A reading that adds more per day waits until someone confirms it.',
  timesHabit: 'The same, compared with this unit’s busy days.',
  leadShare: 'How early the yard shows that a check is coming up.',
  leadDays: 'The same, by the calendar.',
  staleAfterDays: 'An old reading says little about the hours today.',
  workingSeason: 'When units work. It moves only how long a reading counts.',
  monthsInStorage: 'A unit that is put away: oil and rubber age, valves do not wear. Schools differ.',
  staleOffSeasonDays: 'Units that are not used need no reading every month.',
};

interface RulesFieldsProps {
  readonly initial: RulesDraft;
  /** Inherited rules and where they come from. */
  readonly inherited: ShopRulesDto;
  readonly inheritedFrom: string;
  readonly readOnly: boolean;
}

/** Every rule with its inherited value, which can be overridden. */
export function RulesFields({ initial, inherited, inheritedFrom, readOnly }: RulesFieldsProps) {
  const unit = useShopUnit();
  const form = Form.useFormInstance<RulesDraft>();
  const typed = Form.useWatch((values) => values, { form, preserve: true }) as Partial<RulesDraft> | undefined;
  const draft: RulesDraft = { ...initial, ...typed };
  const fields = fieldsOf(draft, inheritedFrom, readOnly);
  const isOwn = (name: RuleName): boolean => draft[name].trim() !== '';
  return (
    <table className="ruled rules-table">
      <thead>
        <tr>
          <th scope="col">Rule</th>
          <th scope="col">{inheritedFrom === 'default' ? 'Default' : 'Shop rule'}</th>
          <th scope="col">Yours</th>
        </tr>
      </thead>
      <tbody>
        {RULE_NAMES.map((name) => (
          <tr key={name}>
            <th scope="row">
              {RULE_TITLES[name]}
              <span className="muted">{WHY[name]}</span>
              <RuleStrip name={name} draft={draft} inherited={inherited} />
            </th>
            <td className={isOwn(name) ? 'rule-overruled' : ''}>{ruleWords(name, inherited, unit)}</td>
            <td className={isOwn(name) ? 'rule-own' : ''}>{fields[name]}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** The controls of the rules; the figures of a rule are shown once it is chosen. */
function fieldsOf(draft: RulesDraft, inheritedFrom: string, readOnly: boolean): Readonly<Record<RuleName, ReactNode>> {
  const of = controls(inheritedFrom, readOnly);
  return { ...ofGaps(draft, of), ...ofWork(draft, of) };
}

type Controls = ReturnType<typeof controls>;

/** Rules of the spec and of gauging. */
function ofGaps(draft: RulesDraft, { figure, millimetres, choose }: Controls) {
  return {
    target: (
      <>
        {choose('target', [
          ['middle', 'the middle'],
          ['tight-end', 'the tight end'],
          ['loose-end', 'the loose end'],
          ['fraction', 'a part of the way'],
          ['one-for-both', 'one number for both valves'],
        ])}
        {draft.target === 'fraction' && figure('share', 'Part of the way from tight to loose', '% of the way')}
        {draft.target === 'one-for-both' && (
          <>
            {figure('targetMm', 'Number for both valves', 'mm', 'middle of both')}
            {draft.targetMm.trim() !== '' &&
              figure('outsideReason', 'Reason to set it out of spec too', '', 'why, if also out of spec')}
          </>
        )}
      </>
    ),
    toleranceMm: millimetres('toleranceMm'),
    upperEdge: (
      <>
        {choose('upperEdge', [
          ['mirror', 'as far above as the minimum is below'],
          ['gap', 'a stated gap'],
        ])}
        {draft.upperEdge === 'gap' && figure('atMostMm', 'Widest gap that passes', 'mm')}
      </>
    ),
    feelHalfWidthMm: millimetres('feelHalfWidthMm'),
    decision: (
      <>
        {choose('decision', [
          ['shop', 'from a chance of …'],
          ['proven', 'only when proven'],
        ])}
        {draft.decision === 'shop' && figure('atLeast', 'Lowest chance of being in spec', '%')}
      </>
    ),
    gauging: choose('gauging', [
      ['proving', 'the blade that tells most'],
      ['setting-blade', 'set until one blade drags'],
    ]),
    touchUpWithinMm: millimetres('touchUpWithinMm'),
  };
}

/** Rules of the work, the hours and the calendar. */
function ofWork(draft: RulesDraft, { figure, choose, several, inheritedFrom }: Controls) {
  return {
    stepsOff: several('stepsOff', 'every step is asked for', OPTIONAL_STEPS, STEP_WORDS),
    doNotRun: several('doNotRun', 'nothing keeps a unit in by itself', DO_NOT_RUN, DO_NOT_RUN_WORDS),
    maxHoursPerDay: figure('maxHoursPerDay', RULE_TITLES.maxHoursPerDay, 'h a day', inheritedFrom),
    timesHabit: figure('timesHabit', RULE_TITLES.timesHabit, 'times', inheritedFrom),
    leadShare: figure('leadShare', RULE_TITLES.leadShare, '% left', inheritedFrom),
    leadDays: figure('leadDays', RULE_TITLES.leadDays, 'days', inheritedFrom),
    staleAfterDays: figure('staleAfterDays', RULE_TITLES.staleAfterDays, 'days', inheritedFrom),
    staleOffSeasonDays: figure('staleOffSeasonDays', RULE_TITLES.staleOffSeasonDays, 'days', inheritedFrom),
    workingSeason: (
      <>
        {choose('workingSeason', [
          ['all-year', 'all year'],
          ['season', 'from … to …'],
        ])}
        {draft.workingSeason === 'season' && (
          <>
            {figure('seasonFrom', 'First day of the season', '', yearDayText('03-01'))}
            {figure('seasonTo', 'Last day of the season', '', yearDayText('10-31'))}
          </>
        )}
      </>
    ),
    monthsInStorage: choose('monthsInStorage', [
      ['count', 'count like all others'],
      ['stand-still', 'do not count'],
    ]),
    recheck: choose('recheck', [
      ['always', 'turn over, gauge again'],
      ['never', 'not asked for'],
    ]),
  };
}

function controls(inheritedFrom: string, readOnly: boolean) {
  const figure = (name: keyof RulesDraft, label: string, suffix: string, placeholder = '') => (
    <ShopField name={name}>
      <Input
        aria-label={label}
        className="mono"
        autoComplete="off"
        disabled={readOnly}
        suffix={suffix}
        placeholder={placeholder}
      />
    </ShopField>
  );
  const millimetres = (name: 'toleranceMm' | 'feelHalfWidthMm' | 'touchUpWithinMm') =>
    figure(name, RULE_TITLES[name], 'mm', inheritedFrom);
  const choose = <T extends string>(name: keyof RulesDraft & RuleName, options: readonly (readonly [T, string])[]) => (
    <ShopField name={name}>
      <Select
        aria-label={RULE_TITLES[name]}
        disabled={readOnly}
        options={[['', inheritedFrom] as const, ...options].map(([value, label]) => ({ value, label }))}
      />
    </ShopField>
  );
  const several = <T extends string>(
    name: 'stepsOff' | 'doNotRun',
    none: string,
    choices: readonly T[],
    words: Readonly<Record<T, string>>,
  ) => (
    <ShopField
      name={name}
      getValueProps={(kept: string) => ({ value: kept === '' ? [] : kept.split(' ') })}
      normalize={(chosen: string[]) =>
        chosen.at(-1) === 'none' ? 'none' : chosen.filter((each) => each !== 'none').join(' ')
      }
    >
      <Select
        aria-label={RULE_TITLES[name]}
        mode="multiple"
        disabled={readOnly}
        placeholder={inheritedFrom}
        options={[{ value: 'none', label: none }, ...choices.map((value) => ({ value, label: words[value] }))]}
      />
    </ShopField>
  );
  return { figure, millimetres, choose, several, inheritedFrom };
}
