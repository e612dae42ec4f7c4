import { ADJUSTER_KINDS, THREADS, type ShopUnit, fromMm, mm, valveKey } from '@sturdy-shim/core';
import type { FamilyDto, CheckDraftDto, TryDto } from '../../../shared/api/index.ts';
import type { AtHand } from '../../../shared/at-hand/index.ts';
import { FEEL_LETTERS } from '../../../shared/format/index.ts';
import { thicknessMm } from './draft-edits.ts';
import { type EvaluationContext, evaluateValve } from './evaluated-valve.ts';
import type { Station } from './stations.ts';

/** A figure as it would be typed: no more digits than it has. */
const typed = (valueMm: number, unit: ShopUnit): string =>
  String(Number(fromMm(mm(valueMm), unit).toFixed(unit === 'mm' ? 4 : 2)));

const triesText = (tries: readonly TryDto[], unit: ShopUnit): string =>
  tries
    .map(
      ({ blades, feel }) =>
        `${blades.map((blade) => typed(thicknessMm(blade), unit)).join('+')}${FEEL_LETTERS[feel].toLowerCase()}`,
    )
    .join(' ');

/** What the calculator takes from the bench: the valve at hand, its family, the blades, and the rules of the shop. */
export function figuresAtHand(by: EvaluationContext, draft: CheckDraftDto, at: Station, tag: string): AtHand {
  const phase = at.kind === 'valve' ? at.phase : 'found';
  const valve = draft.valves[at.kind === 'valve' ? at.valve : 0];
  const both = { mm: figuresIn('mm'), thou: figuresIn('thou') };
  return { of: `${tag}, ${by.family.code}${valve === undefined ? '' : `, ${valveKey(valve)}`}`, figures: both };

  function figuresIn(unit: ShopUnit): Record<string, string> {
    const { family } = by;
    const { rules, turning } = family;
    const window = valve && family.windows ? family.windows[valve.kind] : null;
    const gap = valve && gapOf(valve);
    const thread = THREADS.find(({ pitchMm }) => turning !== null && Math.abs(pitchMm - turning.pitchMm) < 1e-6);
    const moves = turning?.kind ?? ADJUSTER_KINDS[family.adjusterKind].moves;
    const figures: Record<string, string | null | undefined> = {
      min: window && typed(window.minMm, unit),
      max: window && typed(window.maxMm, unit),
      target: window && typed(window.targetMm, unit),
      tries: valve && valve[phase].length > 0 ? triesText(valve[phase], unit) : null,
      set: by.blades.length > 0 ? by.blades.map((blade) => typed(thicknessMm(blade), unit)).join(' ') : null,
      rule: rules.decision.kind,
      feel: typed(rules.feelHalfWidthMm, unit),
      tolerance: by.bladeToleranceMm === null ? null : typed(by.bladeToleranceMm, unit),
      lo: gap && typed(gap.loMm, unit),
      hi: gap && typed(gap.hiMm, unit),
      kind: moves === 'stated' ? null : moves,
      thread: thread?.name,
      ratio: turning === null ? null : String(turning.rockerRatio),
      ...figuresOf(family),
      valves: shimsText(),
    };
    return Object.fromEntries(
      Object.entries(figures).flatMap(([name, text]) =>
        typeof text === 'string' && text !== '' ? [[name, text]] : [],
      ),
    );
  }

  /** Of every valve whose gap and shim are known; always in mm. */
  function shimsText(): string {
    return draft.valves
      .flatMap((each) => {
        const gap = gapOf(each);
        return gap === null || typeof each.shimMm !== 'number'
          ? []
          : [`${valveKey(each)} ${typed((gap.loMm + gap.hiMm) / 2, 'mm')} ${each.shimMm}`];
      })
      .join('; ');
  }

  function gapOf(each: CheckDraftDto['valves'][number]): { readonly loMm: number; readonly hiMm: number } | null {
    const { reading } = evaluateValve(by, draft, each, each.adjusted && each.left.length > 0 ? 'left' : 'found');
    return reading.kind === 'interval' && reading.gap.hi !== null && reading.gap.loMeasured
      ? { loMm: reading.gap.lo.mm, hiMm: reading.gap.hi.mm }
      : null;
  }
}

/** What the sheet says of the engine. */
function figuresOf({ strokeMm, rodMm, sheet }: FamilyDto): Record<string, string | null> {
  const text = (value: number | null): string | null => (value === null ? null : String(value));
  return {
    stroke: text(strokeMm),
    rod: text(rodMm),
    travel: text(sheet.pastTopMm),
    rim: text(sheet.rimMm),
    teeth: text(sheet.fins),
    from: text(sheet.shimFromMm),
    to: text(sheet.shimToMm),
    step: text(sheet.shimStepMm),
  };
}
