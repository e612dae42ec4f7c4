import {
  TYPICAL_TIMING,
  angleAt,
  angleBandAt,
  firesAtFromOrder,
  type EngineCycle,
  type ValveTiming,
} from '../crank/index.ts';
import type { Position, ValveKind } from '../specification/index.ts';
import { mm } from '../units/index.ts';

/** When the valves of a family open and shut, as it is stored and sent; see `ValveTiming`. */
export interface TimingFacts {
  readonly intakeOpensBeforeTop: number;
  readonly intakeClosesAfterBottom: number;
  readonly exhaustOpensBeforeBottom: number;
  readonly exhaustClosesAfterTop: number;
  readonly release: { readonly valve: ValveKind; readonly from: number; readonly to: number } | null;
}

/** Crank and cam facts of a family, as they are stored and sent. */
export interface EngineFacts {
  readonly cylinders: number;
  readonly intakePerCylinder: number;
  readonly exhaustPerCylinder: number;
  readonly strokeMm: number | null;
  readonly rodMm: number | null;
  readonly sheet: {
    readonly firesAtDeg: readonly number[];
    readonly timing: TimingFacts | null;
    /** Text of the source about the compression release; empty if the engine has none. */
    readonly compressionRelease: string;
    /** Piston travel past compression top at which this family is gauged, where it has one. */
    readonly pastTopMm: number | null;
  };
}

export interface KnownEngine {
  readonly engine: EngineCycle;
  /** The family states no timing: typical figures are used, and are marked as such. */
  readonly typical: boolean;
  /**
   * Whether the angles at which valves are free can be calculated from the stated facts. False where the timing is not
   * stated, where the release is known in words only, and where the travel past top has no angle: then only the order
   * of events is certain.
   */
  readonly anglesKnown: boolean;
}

/** Minimum distance in degrees from every lift for gauging. An assumption. */
const MARGIN_DEGREES = 10;
/** Without a stated travel or stroke, past top is drawn at this angle; no gauging angle follows from it. An assumption. */
const USUAL_PAST_TOP_DEGREES = 30;

/**
 * The engine as it turns, by the position at which it is gauged. Cylinders are evenly spaced unless stated otherwise.
 */
export function engineFromFacts(facts: EngineFacts, position: Position): KnownEngine {
  const { cylinders, intakePerCylinder, exhaustPerCylinder, sheet } = facts;
  const order = Array.from({ length: cylinders }, (_, index) => index + 1);
  const timing: ValveTiming = sheet.timing ?? TYPICAL_TIMING;
  const pastTop = position === 'past-compression-tdc' ? pastTopDegrees(facts) : 0;
  const releaseKnown = sheet.compressionRelease === '' || timing.release !== null;
  return {
    engine: {
      layout: { cylinders, intakePerCylinder, exhaustPerCylinder },
      firesAt: sheet.firesAtDeg.length === cylinders ? sheet.firesAtDeg : firesAtFromOrder(order),
      timing,
      margin: MARGIN_DEGREES,
      pastTop: pastTop ?? USUAL_PAST_TOP_DEGREES,
    },
    typical: sheet.timing === null,
    anglesKnown: sheet.timing !== null && releaseKnown && pastTop !== null,
  };
}

/** The crank angle of the stated travel past top; null if it cannot be calculated from the stated facts. */
export function pastTopDegrees({ strokeMm, rodMm, sheet: { pastTopMm } }: EngineFacts): number | null {
  if (pastTopMm === null || strokeMm === null) return null;
  if (rodMm !== null) return angleAt({ strokeMm: mm(strokeMm), rodMm: mm(rodMm) }, mm(pastTopMm));
  const band = angleBandAt(mm(strokeMm), mm(pastTopMm));
  return band === null ? null : (band.min + band.max) / 2;
}
