import type { ShopTargetDto, OwnRulesDto } from '../../../shared/api/index.ts';
import { DO_NOT_RUN, OPTIONAL_STEPS } from '@sturdy-shim/core';
import { readFigure, readYearDay, yearDayText } from '../../../shared/format/index.ts';

/** Rules as typed: figures are texts until they are sent; an empty one is inherited. */
export interface RulesDraft {
  readonly target: ShopTargetDto['kind'] | '';
  /** Percent of the way from tight to loose. */
  readonly share: string;
  readonly targetMm: string;
  /** Reason for a common target outside a window. */
  readonly outsideReason: string;
  readonly toleranceMm: string;
  readonly upperEdge: 'mirror' | 'gap' | '';
  readonly atMostMm: string;
  readonly feelHalfWidthMm: string;
  readonly decision: 'shop' | 'proven' | '';
  /** Percent. */
  readonly atLeast: string;
  readonly gauging: 'proving' | 'setting-blade' | '';
  readonly touchUpWithinMm: string;
  readonly recheck: 'always' | 'never' | '';
  /** Skipped steps separated by spaces; `none`: no step is skipped, even if the shop skips some. */
  readonly stepsOff: string;
  /** Findings and reports separated by spaces; `none`: nothing keeps a unit in by itself. */
  readonly doNotRun: string;
  readonly maxHoursPerDay: string;
  readonly timesHabit: string;
  /** Percent. */
  readonly leadShare: string;
  readonly leadDays: string;
  readonly staleAfterDays: string;
  readonly staleOffSeasonDays: string;
  readonly workingSeason: 'all-year' | 'season' | '';
  readonly monthsInStorage: 'count' | 'stand-still' | '';
  /** Days of the year, as typed. */
  readonly seasonFrom: string;
  readonly seasonTo: string;
}

const text = (value: number | null | undefined): string => (typeof value === 'number' ? String(value) : '');
const percent = (share: number | undefined): string => (share === undefined ? '' : String(+(share * 100).toFixed(4)));

const listed = (choices: readonly string[] | null): string =>
  choices === null ? '' : choices.length === 0 ? 'none' : choices.join(' ');

type TargetDraft = Pick<RulesDraft, 'target' | 'share' | 'targetMm' | 'outsideReason'>;

function targetDraft(target: OwnRulesDto['target']): TargetDraft {
  const draft = { target: target?.kind ?? '', share: '', targetMm: '', outsideReason: '' } as const;
  if (target?.kind === 'fraction') return { ...draft, share: percent(target.share) };
  if (target?.kind !== 'one-for-both') return draft;
  return { ...draft, targetMm: text(target.targetMm), outsideReason: target.outsideReason ?? '' };
}

const upperEdgeDraft = (edge: OwnRulesDto['upperEdge']): Pick<RulesDraft, 'upperEdge' | 'atMostMm'> => ({
  upperEdge: edge?.kind ?? '',
  atMostMm: edge?.kind === 'gap' ? text(edge.atMostMm) : '',
});

const decisionDraft = (decision: OwnRulesDto['decision']): Pick<RulesDraft, 'decision' | 'atLeast'> => ({
  decision: decision?.kind ?? '',
  atLeast: decision?.kind === 'shop' ? percent(decision.atLeast) : '',
});

type SeasonDraft = Pick<RulesDraft, 'workingSeason' | 'seasonFrom' | 'seasonTo'>;

const seasonDraft = (season: OwnRulesDto['workingSeason']): SeasonDraft => ({
  workingSeason: season?.kind ?? '',
  seasonFrom: season?.kind === 'season' ? yearDayText(season.from) : '',
  seasonTo: season?.kind === 'season' ? yearDayText(season.to) : '',
});

export const draftOf = (own: OwnRulesDto): RulesDraft => ({
  ...targetDraft(own.target),
  toleranceMm: text(own.toleranceMm),
  ...upperEdgeDraft(own.upperEdge),
  feelHalfWidthMm: text(own.feelHalfWidthMm),
  ...decisionDraft(own.decision),
  gauging: own.gauging ?? '',
  touchUpWithinMm: text(own.touchUpWithinMm),
  recheck: own.recheck ?? '',
  stepsOff: listed(own.stepsOff),
  doNotRun: listed(own.doNotRun),
  maxHoursPerDay: text(own.maxHoursPerDay),
  timesHabit: text(own.timesHabit),
  leadShare: percent(own.leadShare ?? undefined),
  leadDays: text(own.leadDays),
  staleAfterDays: text(own.staleAfterDays),
  staleOffSeasonDays: text(own.staleOffSeasonDays),
  monthsInStorage: own.monthsInStorage ?? '',
  ...seasonDraft(own.workingSeason),
});

/** The typed choices in the order of the list; null if empty. */
const chosen = <T extends string>(typed: string, choices: readonly T[]): T[] | null => {
  if (typed === '') return null;
  return typed === 'none' ? [] : choices.filter((each) => typed.split(' ').includes(each));
};

type Read =
  | { readonly ok: true; readonly own: OwnRulesDto }
  | { readonly ok: false; readonly wrong: Readonly<Partial<Record<keyof RulesDraft, string>>> };

/** Converts the draft to the DTO, or returns the fields that cannot be read. The server checks the limits. */
export function ownOf(draft: RulesDraft): Read {
  const wrong: Partial<Record<keyof RulesDraft, string>> = {};
  const figure = (name: keyof RulesDraft): number | null => {
    const typed = draft[name].trim();
    if (typed === '') return null;
    const read = readFigure(typed);
    if (read.ok) return read.value;
    wrong[name] = read.problem;
    return null;
  };
  const share = (name: 'share' | 'atLeast' | 'leadShare'): number => {
    const value = figure(name);
    if (value === null) wrong[name] ??= 'Write how many percent.';
    return (value ?? 0) / 100;
  };
  const target = (): ShopTargetDto | null => {
    if (draft.target === '') return null;
    if (draft.target === 'fraction') return { kind: draft.target, share: share('share') };
    if (draft.target === 'one-for-both') {
      const outsideReason = draft.outsideReason.trim();
      return { kind: draft.target, targetMm: figure('targetMm'), ...(outsideReason !== '' && { outsideReason }) };
    }
    return { kind: draft.target };
  };
  const upperEdge = (): OwnRulesDto['upperEdge'] => {
    if (draft.upperEdge !== 'gap') return draft.upperEdge === '' ? null : { kind: draft.upperEdge };
    const atMostMm = figure('atMostMm');
    if (atMostMm === null) wrong.atMostMm ??= 'Write the widest gap that passes.';
    return { kind: 'gap', atMostMm: atMostMm ?? 0 };
  };
  const dayOfYear = (name: 'seasonFrom' | 'seasonTo'): string => {
    const day = readYearDay(draft[name]);
    if (day === null) wrong[name] = `Write a day and a month: ${yearDayText('03-01')}.`;
    return day ?? '01-01';
  };
  const workingSeason = (): OwnRulesDto['workingSeason'] => {
    if (draft.workingSeason !== 'season') return draft.workingSeason === '' ? null : { kind: draft.workingSeason };
    return { kind: 'season', from: dayOfYear('seasonFrom'), to: dayOfYear('seasonTo') };
  };
  const own: OwnRulesDto = {
    target: target(),
    toleranceMm: figure('toleranceMm'),
    upperEdge: upperEdge(),
    feelHalfWidthMm: figure('feelHalfWidthMm'),
    decision:
      draft.decision === ''
        ? null
        : draft.decision === 'shop'
          ? { kind: 'shop', atLeast: share('atLeast') }
          : { kind: 'proven' },
    gauging: draft.gauging === '' ? null : draft.gauging,
    touchUpWithinMm: figure('touchUpWithinMm'),
    recheck: draft.recheck === '' ? null : draft.recheck,
    stepsOff: chosen(draft.stepsOff, OPTIONAL_STEPS),
    doNotRun: chosen(draft.doNotRun, DO_NOT_RUN),
    maxHoursPerDay: figure('maxHoursPerDay'),
    timesHabit: figure('timesHabit'),
    leadShare: draft.leadShare.trim() === '' ? null : share('leadShare'),
    leadDays: figure('leadDays'),
    staleAfterDays: figure('staleAfterDays'),
    staleOffSeasonDays: figure('staleOffSeasonDays'),
    workingSeason: workingSeason(),
    monthsInStorage: draft.monthsInStorage === '' ? null : draft.monthsInStorage,
  };
  return Object.keys(wrong).length > 0 ? { ok: false, wrong } : { ok: true, own };
}
