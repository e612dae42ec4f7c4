import type { ValveKind } from '../specification/index.ts';
import { above } from '../units/index.ts';

/**
 * When the valves of a cylinder are open, in degrees of crank, as a manual states them: intake opens before top and
 * closes after bottom, exhaust opens before bottom and closes after top.
 */
export interface ValveTiming {
  readonly intakeOpensBeforeTop: number;
  readonly intakeClosesAfterBottom: number;
  readonly exhaustOpensBeforeBottom: number;
  readonly exhaustClosesAfterTop: number;
  /** Where a compression release lifts a valve, in degrees past compression top; negative is before it. */
  readonly release: { readonly valve: ValveKind; readonly from: number; readonly to: number } | null;
}

/** Typical timing for a family that states none; marked as typical wherever it is used (common practice, no source). */
export const TYPICAL_TIMING: ValveTiming = {
  intakeOpensBeforeTop: 15,
  intakeClosesAfterBottom: 50,
  exhaustOpensBeforeBottom: 50,
  exhaustClosesAfterTop: 15,
  release: null,
};

/** A whole working cycle of a four-stroke: two turns. */
export const CYCLE = 720;

const wrap = (degrees: number): number => ((degrees % CYCLE) + CYCLE) % CYCLE;

/** Why a timing is impossible: the release ends before it begins, or lasts half a turn or longer. */
export function timingRefusal({ release }: ValveTiming): 'release-reversed' | 'release-too-long' | null {
  if (release === null) return null;
  if (!(release.to > release.from)) return 'release-reversed';
  return release.to - release.from < 180 ? null : 'release-too-long';
}

/**
 * The open stretches of a valve in its own cylinder's cycle; 0 is compression top.
 * @throws RangeError for what `timingRefusal` refuses
 */
export function openStretches(
  kind: ValveKind,
  timing: ValveTiming,
): readonly { readonly from: number; readonly to: number }[] {
  const main =
    kind === 'exhaust'
      ? { from: 180 - timing.exhaustOpensBeforeBottom, to: 360 + timing.exhaustClosesAfterTop }
      : { from: 360 - timing.intakeOpensBeforeTop, to: 540 + timing.intakeClosesAfterBottom };
  const { release } = timing;
  const refusal = timingRefusal(timing);
  if (refusal !== null) throw new RangeError(`no valve timing: ${refusal}`);
  return release !== null && release.valve === kind ? [main, { from: release.from, to: release.to }] : [main];
}

/** Whether a valve rests on its base circle, at least `margin` degrees clear of every lift; only there it may be gauged. */
export function onBaseCircle(kind: ValveKind, cycleDegrees: number, timing: ValveTiming, margin: number): boolean {
  return openStretches(kind, timing).every(({ from, to }) => {
    const into = wrap(cycleDegrees - (from - margin));
    return above(into, to - from + 2 * margin);
  });
}

/** Where a valve is fully open: the middle of its main lift. */
export function fullyOpenAt(kind: ValveKind, timing: ValveTiming): number {
  const main = openStretches(kind, timing)[0];
  return main === undefined ? NaN : wrap((main.from + main.to) / 2);
}

/** The earliest angle past compression top at which the release has certainly ended. */
export const releaseClearAt = ({ release }: ValveTiming, margin: number): number =>
  release === null ? 0 : Math.max(0, release.to + margin);
