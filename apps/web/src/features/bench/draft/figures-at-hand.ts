import { ADJUSTER_KINDS, THREADS, type ShopUnit, fromMm, mm, valveKey } from '@sturdy-shim/core';
import type { FamilyDto, CheckDraftDto, DraftValveDto, TryDto } from '../../../shared/api/index.ts';
import type { AtHand } from '../../../shared/at-hand/index.ts';
import { FEEL_LETTERS } from '../../../shared/format/index.ts';
import { thicknessMm } from './draft-edits.ts';
import { type EvaluationContext, evaluateValve } from './evaluated-valve.ts';
import type { Station } from './stations.ts';

/** A figure as typed text, without extra digits. */
const typed = (valueMm: number, unit: ShopUnit): string =>
  String(Number(fromMm(mm(valueMm), unit).toFixed(unit === 'mm' ? 4 : 2)));

const triesText = (tries: readonly TryDto[], unit: ShopUnit): string =>
  tries
    .map(
      ({ blades, feel }) =>
        `${blades.map((blade) => typed(thicknessMm(blade), unit)).join('+')}${FEEL_LETTERS[feel].toLowerCase()}`,
    )
    .join(' ');

/** The figures of the open check for the calculator: current valve, family, blades, and shop rules. */
export function figuresAtHand(by: EvaluationContext, draft: CheckDraftDto, at: Station, tag: string): AtHand {
  const phase = at.kind === 'valve' ? at.phase : 'found';
  const valve = draft.valves[at.kind === 'valve' ? at.valve : 0];
  const both = { mm: figuresIn('mm'), thou: figuresIn('thou') };
  return { of: `${tag}, ${by.family.code}${valve === undefined ? '' : `, ${valveKey(valve)}`}`, figures: both };

  function figuresIn(unit: ShopUnit): Record<string, string> {
    const { rules } = by.family;
    const figures: Record<string, string | null> = {
      ...(valve && figuresOfValve(valve, unit)),
      set: by.blades.map((blade) => typed(thicknessMm(blade), unit)).join(' '),
      rule: rules.decision.kind,
      feel: typed(rules.feelHalfWidthMm, unit),
      tolerance: by.bladeToleranceMm === null ? null : typed(by.bladeToleranceMm, unit),
      ...adjusterFigures(by.family),
      ...engineFigures(by.family),
      valves: shimsText(),
    };
    return Object.fromEntries(
      Object.entries(figures).filter((each): each is [string, string] => each[1] !== null && each[1] !== ''),
    );
  }

  /** The window of the valve, the blades tried on it, and its gap. */
  function figuresOfValve(of: DraftValveDto, unit: ShopUnit): Record<string, string | null> {
    const window = by.family.windows?.[of.kind] ?? null;
    const gap = gapOf(of);
    return {
      min: window && typed(window.minMm, unit),
      max: window && typed(window.maxMm, unit),
      target: window && typed(window.targetMm, unit),
      tries: triesText(of[phase], unit),
      lo: gap && typed(gap.loMm, unit),
      hi: gap && typed(gap.hiMm, unit),
    };
  }

  /** Every valve with known gap and shim; always in mm. */
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

  function gapOf(each: DraftValveDto): { readonly loMm: number; readonly hiMm: number } | null {
    const { reading } = evaluateValve(by, draft, each, each.adjusted && each.left.length > 0 ? 'left' : 'found');
    return reading.kind === 'interval' && reading.gap.hi !== null && reading.gap.loMeasured
      ? { loMm: reading.gap.lo.mm, hiMm: reading.gap.hi.mm }
      : null;
  }
}

/** Effect of a turn of the adjuster. */
function adjusterFigures({ turning, adjusterKind }: FamilyDto): Record<string, string | null> {
  const moves = turning?.kind ?? ADJUSTER_KINDS[adjusterKind].moves;
  const thread = THREADS.find(({ pitchMm }) => turning !== null && Math.abs(pitchMm - turning.pitchMm) < 1e-6);
  return {
    kind: moves === 'stated' ? null : moves,
    thread: thread?.name ?? null,
    ratio: turning === null ? null : String(turning.rockerRatio),
  };
}

/** Engine facts of the sheet. */
function engineFigures({ strokeMm, rodMm, sheet }: FamilyDto): Record<string, string | null> {
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
