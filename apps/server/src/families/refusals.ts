import {
  canMove,
  type FigureReading,
  type ShopRules,
  type PairReading,
  type PublishedLength,
  type Rule,
  plainText,
  publishedMm,
  ruleSlips,
  timingRefusal,
  windowsUnder,
  type RuleRefusal,
} from '@sturdy-shim/core';
import type { Refusal } from '../platform/index.ts';
import type { SourceFieldsDto, FamilyFieldsDto } from './family.dto.ts';
import type { FamilyEntity } from './family.entity.ts';
import type { CoverScrews } from './sheet.ts';

export const noSuchFamily = (words: string): Refusal => ({
  code: 'no-such-family',
  status: 404,
  field: 'family',
  detail: `No family is called ${words}.`,
  remedy: 'Check its code, or choose it from the list of families.',
});

export const codeTaken = (code: string): Refusal => ({
  code: 'code-taken',
  status: 409,
  field: 'code',
  detail: `There is already a family ${code}.`,
  remedy:
    'Case, dashes and spaces do not tell two codes apart: give this one another, or add what you know to the one that is there.',
});

export const staleRevision = (family: FamilyEntity, yours: number): Refusal => ({
  code: 'stale-revision',
  status: 409,
  field: 'revision',
  detail: `Another source came into use for ${family.code}: it is at revision ${family.revision}, you saw ${yours}.`,
  remedy: 'Check the sources again, then decide.',
  facts: { yours, current: family.revision },
});

export const noSuchSource: Refusal = {
  code: 'no-such-source',
  status: 422,
  field: 'sourceId',
  detail: 'This family has no such source.',
  remedy: 'Reload the family and choose one of its sources.',
};

export const inForceAlready: Refusal = {
  code: 'in-use-already',
  status: 422,
  field: 'sourceId',
  detail: 'This source is already in use.',
  remedy: 'Choose another source, or leave it as it is.',
};

const wrong = (field: string, detail: string, remedy: string): Refusal => ({
  code: 'family-contradicts-itself',
  status: 422,
  field,
  detail,
  remedy,
});

/** Cross-field contradictions of a family. */
export function contradiction(family: FamilyFieldsDto): Refusal | null {
  const { temperature, fromC, toC, cylinders, sheet, adjusterKind, turning, strokeMm, rodMm } = family;
  const { intervalHours, intervalMonths, breakInHours, seasonDay } = family;
  const intervals = [intervalHours, intervalMonths, breakInHours, seasonDay];
  if (family.noInterval && intervals.some((each) => each !== null))
    return wrong('noInterval', 'It has an interval, and is said to have none.', 'Clear the interval, or this tick.');
  if (
    temperature === 'warm' &&
    ((fromC === null) !== (toC === null) || (fromC !== null && toC !== null && toC <= fromC))
  )
    return wrong(
      fromC === null ? 'fromC' : 'toC',
      'The range of temperature is not whole.',
      'Give from and to, the lower one first, or neither where the source says warm and no figure.',
    );
  if (sheet.firesAtDeg.length > 0 && sheet.firesAtDeg.length !== cylinders)
    return wrong(
      'sheet.firesAtDeg',
      `It says when ${sheet.firesAtDeg.length} cylinders fire, but there are ${cylinders}.`,
      'Give one angle a cylinder, or none.',
    );
  if (turning !== null && !canMove(adjusterKind, turning.kind))
    return wrong(
      'turning',
      'A turn of this kind of adjuster does not move the gap so.',
      'Leave pitch and ratio empty, or choose the adjuster that is there.',
    );
  if (sheet.timing !== null) {
    const slip = timingRefusal(sheet.timing);
    if (slip !== null)
      return wrong(
        'sheet.timing',
        'The compression release lets go before it lifts, or lifts for half a turn and more.',
        'Give where it lifts and where it lets go, in degrees past compression top; before the top is below 0.',
      );
  }
  const screws = sheet.coverScrews === null ? null : screwsWrong(sheet.coverScrews);
  if (screws !== null) return screws;
  if (rodMm !== null && strokeMm !== null && rodMm <= strokeMm / 2)
    return wrong('rodMm', 'A rod is longer than half the stroke.', 'Check both lengths again.');
  return null;
}

/** Invalid cover screws: places that the ring does not have, or an incomplete order. */
function screwsWrong({ count, long, order }: CoverScrews): Refusal | null {
  const isPlace = (place: number): boolean => Number.isInteger(place) && place <= count;
  if (!long.every(isPlace) || new Set(long).size !== long.length)
    return wrong('sheet.coverScrews', 'A long screw has no place.', `Name each place from 1 to ${count} once at most.`);
  if (order.length > 0 && !(order.length === count && new Set(order).size === count && order.every(isPlace)))
    return wrong(
      'sheet.coverScrews',
      'The tightening order does not name every cover screw once.',
      `Name each place from 1 to ${count} once, or leave the order empty: crosswise.`,
    );
  return null;
}

const RULE_REMEDIES: Partial<Record<RuleRefusal['code'], string>> = {
  'target-outside': 'It says to set more than the shop lets pass: check the figure, or the shop rules.',
  'no-width': 'Both limits are the same: enter one number, and the tolerance of the shop is put around it.',
  'setting-not-above-floor':
    'The gap to set must be more than the least gap: check both figures, or state an upper limit in the shop rules.',
};

/** A source whose rule gives no valid window under the shop rules. */
export function unreadableRule(
  source: Pick<SourceFieldsDto, 'intake' | 'exhaust'>,
  rules: ShopRules,
  at: string,
): Refusal | null {
  const slip = slipIn(source, at);
  if (slip !== null) return slip;
  const read = windowsUnder(source, rules);
  if (read.ok) return null;
  const { code } = read.refusal;
  return {
    code: `rule-${code}`,
    status: 422,
    field: `${at}${read.kind}`,
    detail: `This is not a valve clearance spec (${code.replaceAll('-', ' ')}).`,
    remedy: RULE_REMEDIES[code] ?? 'Check the figure and its unit in the source.',
    facts: { ...read.refusal },
  };
}

/**
 * A figure that is not a plausible gap, or two systems that disagree: a person chooses the meaning, and the printed
 * figure is kept.
 */
function slipIn(source: Pick<SourceFieldsDto, 'intake' | 'exhaust'>, at: string): Refusal | null {
  for (const kind of ['intake', 'exhaust'] as const) {
    const [slip] = ruleSlips(source[kind], contextOf(source, kind));
    if (slip === undefined) continue;
    const { part, written } = slip;
    const likely = slip.readings.slice(0, 3).map(readingText);
    return {
      code: slip.kind === 'pair' ? 'rule-pair-disagrees' : 'rule-implausible',
      status: 422,
      field: `${at}${kind}`,
      detail:
        slip.kind === 'pair'
          ? `${plainText(written)} and ${plainText(slip.beside)} are not the same gap.`
          : `${plainText(written)} is not a valve gap.`,
      remedy:
        likely.length === 0
          ? 'Check the figure and its unit in the source.'
          : `Choose what is meant, and save what is printed beside it: ${likely.join(', or ')}.`,
      facts: { part, readings: slip.readings.slice(0, 5) },
    };
  }
  return null;
}

const readingText = (reading: FigureReading | PairReading): string =>
  'length' in reading ? plainText(reading.length) : `${plainText(reading.metric)} (${plainText(reading.inch)})`;

function figureOf(rule: Rule): PublishedLength {
  switch (rule.kind) {
    case 'range':
      return rule.max;
    case 'at-least':
      return rule.setTo;
    case 'nominal':
    case 'nominal-tolerance':
      return rule.nominal;
  }
}

/** The other valve's gap, if plausible, ranks the interpretations. */
function contextOf({ intake, exhaust }: Pick<SourceFieldsDto, 'intake' | 'exhaust'>, kind: 'intake' | 'exhaust') {
  const other = kind === 'intake' ? exhaust : intake;
  return { otherValveMm: publishedMm(figureOf(other)) };
}

/** Shop rules of an unknown family. */
export const noSuchFamilyForRules: Refusal = {
  code: 'no-such-family',
  status: 404,
  field: 'familyId',
  detail: 'There is no such family.',
  remedy: 'Load the list of families again.',
};

export const sourcesUnreadable = (codes: readonly string[]): Refusal => ({
  code: 'sources-unreadable',
  status: 422,
  field: 'own',
  detail: `Under these rules a source could no longer be read as a spec: ${codes.slice(0, 5).join(', ')}.`,
  remedy: 'Check the shop tolerance and the widest gap. A family that differs can have its own rules.',
  facts: { families: [...codes] },
});
