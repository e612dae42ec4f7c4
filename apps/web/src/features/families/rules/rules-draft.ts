import type { HouseAimDto, OwnRulesDto } from '../../../shared/api/index.ts';

/** Rules as they are being typed: figures are texts until they are sent; an empty one is as it is inherited. */
export interface RulesDraft {
  readonly aim: HouseAimDto['kind'] | '';
  /** Percent of the way from tight to loose. */
  readonly share: string;
  readonly aimMm: string;
  readonly toleranceMm: string;
  readonly atMostMm: string;
  readonly feelHalfWidthMm: string;
  readonly decision: 'shop' | 'proven' | '';
  /** Percent. */
  readonly atLeast: string;
  readonly touchUpWithinMm: string;
  readonly recheck: 'always' | 'never' | '';
}

const text = (value: number | null | undefined): string => (typeof value === 'number' ? String(value) : '');
const percent = (share: number | undefined): string => (share === undefined ? '' : String(+(share * 100).toFixed(4)));

export const draftOf = (own: OwnRulesDto): RulesDraft => ({
  aim: own.aim?.kind ?? '',
  share: percent(own.aim?.share),
  aimMm: text(own.aim?.aimMm),
  toleranceMm: text(own.toleranceMm),
  atMostMm: text(own.atMostMm),
  feelHalfWidthMm: text(own.feelHalfWidthMm),
  decision: own.decision?.kind ?? '',
  atLeast: percent(own.decision?.atLeast),
  touchUpWithinMm: text(own.touchUpWithinMm),
  recheck: own.recheck ?? '',
});

type Read = { readonly own: OwnRulesDto } | { readonly wrong: Readonly<Partial<Record<keyof RulesDraft, string>>> };

/** For the wire; or which figures are none. How far each may go the server knows. */
export function ownOf(draft: RulesDraft): Read {
  const wrong: Partial<Record<keyof RulesDraft, string>> = {};
  const figure = (name: keyof RulesDraft): number | null => {
    const typed = draft[name].trim();
    if (typed === '') return null;
    const value = Number(typed);
    if (Number.isFinite(value)) return value;
    wrong[name] = 'Write a plain figure with a decimal point.';
    return null;
  };
  const share = (name: 'share' | 'atLeast'): number => {
    const value = figure(name);
    if (value === null) wrong[name] ??= 'Write how many percent.';
    return (value ?? 0) / 100;
  };
  const aim = (): HouseAimDto | null => {
    if (draft.aim === '') return null;
    if (draft.aim === 'fraction') return { kind: draft.aim, share: share('share') };
    if (draft.aim === 'one-for-both') return { kind: draft.aim, aimMm: figure('aimMm') };
    return { kind: draft.aim };
  };
  const own: OwnRulesDto = {
    aim: aim(),
    toleranceMm: figure('toleranceMm'),
    atMostMm: figure('atMostMm'),
    feelHalfWidthMm: figure('feelHalfWidthMm'),
    decision:
      draft.decision === ''
        ? null
        : draft.decision === 'shop'
          ? { kind: 'shop', atLeast: share('atLeast') }
          : { kind: 'proven' },
    touchUpWithinMm: figure('touchUpWithinMm'),
    recheck: draft.recheck === '' ? null : draft.recheck,
  };
  return Object.keys(wrong).length > 0 ? { wrong } : { own };
}
