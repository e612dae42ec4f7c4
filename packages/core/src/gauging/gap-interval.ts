import { below, mm, same, type Millimetres } from '../units/index.ts';

/** One end of a gap interval. `strict` ends do not belong to it. */
export interface Bound {
  readonly mm: Millimetres;
  readonly strict: boolean;
}

/**
 * The known interval of a gap. A gap is never negative, so the lower end is 0 (not measured) if no blade entered; the
 * upper end is unknown (`null`) if every blade went free.
 */
export interface GapInterval {
  readonly lo: Bound;
  readonly hi: Bound | null;
  /** False while no blade has gone in; `lo` is 0 then. */
  readonly loMeasured: boolean;
}

/** Every gap there can be. */
export const ANY_GAP: GapInterval = { lo: { mm: mm(0), strict: false }, hi: null, loMeasured: false };

/** Whether blades have bounded the gap from both sides. */
export const isClosed = (gap: GapInterval): gap is GapInterval & { readonly hi: Bound } =>
  gap.loMeasured && gap.hi !== null;

/** The gaps that belong to both. May be empty: ask `isEmpty`. */
export function intersect(a: GapInterval, b: GapInterval): GapInterval {
  return {
    lo: tighter(a.lo, b.lo, 1),
    hi: a.hi === null ? b.hi : b.hi === null ? a.hi : tighter(a.hi, b.hi, -1),
    loMeasured: a.loMeasured || b.loMeasured,
  };
}

export function isEmpty({ lo, hi }: GapInterval): boolean {
  if (hi === null) return false;
  if (same(hi.mm, lo.mm)) return lo.strict || hi.strict;
  return below(hi.mm, lo.mm);
}

/** Middle of a closed interval: the best estimate under uniform knowledge (JCGM 100:2008, 4.3.7). */
export const bestEstimate = (gap: GapInterval & { readonly hi: Bound }): Millimetres => mm((gap.lo.mm + gap.hi.mm) / 2);

/** Standard uncertainty of uniform knowledge over a closed interval: width / √12 (JCGM 100:2008, 4.3.7). */
export const standardUncertainty = (gap: GapInterval & { readonly hi: Bound }): Millimetres =>
  mm((gap.hi.mm - gap.lo.mm) / Math.sqrt(12));

function tighter(a: Bound, b: Bound, sign: 1 | -1): Bound {
  if (same(a.mm, b.mm)) return { mm: a.mm, strict: a.strict || b.strict };
  return (a.mm - b.mm) * sign > 0 ? a : b;
}
