import { keysOf, type ShopUnit, fromMm, mm } from '@sturdy-shim/core';
import type { ShopRulesDto, OwnRulesDto } from '../api/index.ts';
import { DO_NOT_RUN_WORDS } from '@sturdy-shim/words';
import { STEP_WORDS } from '../format/step-words.ts';
import { yearDayText } from '../format/year-day.ts';

export type RuleName = keyof OwnRulesDto;

/** The topics of the rules, in the order of the work. */
export const RULE_TITLES: Readonly<Record<RuleName, string>> = {
  target: 'Gaps are set to',
  toleranceMm: 'Where a source gives one number',
  upperEdge: 'Where a source gives only a minimum',
  feelHalfWidthMm: 'A blade drags',
  decision: 'A gap counts as in spec',
  gauging: 'At the bench',
  touchUpWithinMm: 'In spec, but near a limit',
  recheck: 'After an adjuster was moved',
  stepsOff: 'Steps that a check leaves out',
  doNotRun: 'What keeps a unit in by itself',
  maxHoursPerDay: 'Hours per day that need confirming',
  timesHabit: 'Unusual hours that need confirming',
  leadShare: 'Due soon by hours',
  leadDays: 'Due soon by date',
  staleAfterDays: 'A meter reading counts',
  workingSeason: 'The working season',
  staleOffSeasonDays: 'Outside the season a reading counts',
  monthsInStorage: 'Months in storage',
};

export const RULE_NAMES = keysOf(RULE_TITLES);

/** The value of one rule in words. */
export function ruleWords(name: RuleName, rules: ShopRulesDto, unit: ShopUnit): string {
  const gap = (value: number): string => exactText(value, unit);
  return WORDS[name](rules, gap);
}

const seasonWords = (season: ShopRulesDto['workingSeason']): string =>
  season.kind === 'season' ? `${yearDayText(season.from)} to ${yearDayText(season.to)}` : 'all year';

function targetWords(target: ShopRulesDto['target'], gap: (value: number) => string): string {
  switch (target.kind) {
    case 'middle':
      return 'the middle of the spec';
    case 'tight-end':
      return 'the tight end of the spec';
    case 'loose-end':
      return 'the loose end of the spec';
    case 'fraction':
      return `${percent(target.share)} of the way from tight to loose`;
    case 'one-for-both':
      return target.targetMm === null
        ? 'one number for both valves: the middle of what both allow'
        : `one number for both valves: ${gap(target.targetMm)}${target.outsideReason === undefined ? '' : `, also out of spec: ${target.outsideReason}`}`;
  }
}

/** With the digits that it was given: half a thou is not a hundredth of a millimeter. */
const exactText = (value: number, unit: ShopUnit): string =>
  `${+fromMm(mm(value), unit).toFixed(unit === 'mm' ? 4 : 2)}\u00a0${unit}`;

const percent = (share: number): string => `${Math.round(share * 100)}\u00a0%`;

const WORDS: Readonly<Record<RuleName, (rules: ShopRulesDto, gap: (mm: number) => string) => string>> = {
  target: (rules, gap) => targetWords(rules.target, gap),
  toleranceMm: (rules, gap) => `${gap(rules.toleranceMm)} to either side still pass`,
  upperEdge: (rules, gap) =>
    rules.upperEdge.kind === 'mirror'
      ? 'as far above the setting as the minimum is below'
      : `wider than ${gap(rules.upperEdge.atMostMm)} does not pass`,
  feelHalfWidthMm: (rules, gap) => `while the gap is within ${gap(rules.feelHalfWidthMm)} of it`,
  decision: (rules) =>
    rules.decision.kind === 'proven'
      ? 'only when the blades prove it'
      : `from a chance of ${percent(rules.decision.atLeast)}`,
  gauging: (rules) =>
    rules.gauging === 'proving'
      ? 'try the blade that tells most'
      : 'try the setting blade: it drags, leave it; else adjust',
  touchUpWithinMm: (rules, gap) =>
    rules.touchUpWithinMm === 0 ? 'is left alone' : `is touched up from ${gap(rules.touchUpWithinMm)} of it`,
  recheck: (rules) =>
    rules.recheck === 'always' ? 'turn over by hand, gauge again' : 'gauging again is not asked for',
  doNotRun: (rules) =>
    rules.doNotRun.length === 0 ? 'nothing' : rules.doNotRun.map((each) => DO_NOT_RUN_WORDS[each]).join(', '),
  stepsOff: (rules) =>
    rules.stepsOff.length === 0 ? 'none' : rules.stepsOff.map((step) => STEP_WORDS[step].toLowerCase()).join(', '),
  maxHoursPerDay: (rules) => `above ${rules.maxHoursPerDay}\u00a0h a day, in every unit`,
  timesHabit: (rules) => `above ${rules.timesHabit} times what the unit usually runs`,
  leadShare: (rules) => `when ${percent(rules.leadShare)} of the hours are left`,
  leadDays: (rules) => `when ${rules.leadDays} days are left`,
  staleAfterDays: (rules) => `for ${rules.staleAfterDays} days, then the hours are unknown`,
  staleOffSeasonDays: (rules) => `for ${rules.staleOffSeasonDays} days`,
  monthsInStorage: (rules) => (rules.monthsInStorage === 'count' ? 'count like all others' : 'do not count'),
  workingSeason: (rules) => seasonWords(rules.workingSeason),
};
