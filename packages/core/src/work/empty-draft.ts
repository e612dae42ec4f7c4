import { type Valve, type ValveLayout, valvesOf } from '../specification/index.ts';

/** A check of which nothing was entered yet, as it is stored and sent. */
export interface EmptyDraft {
  readonly engine: null;
  readonly temperatureC: null;
  readonly position: null;
  readonly bladeSetId: null;
  readonly madeSafe: never[];
  readonly turnedOver: null;
  readonly valves: (Valve & { found: never[]; adjusted: false; left: never[] })[];
}

/** The draft with which a check begins, wherever it begins. */
export const emptyDraft = ({ cylinders, intakePerCylinder, exhaustPerCylinder }: ValveLayout): EmptyDraft => ({
  engine: null,
  temperatureC: null,
  position: null,
  bladeSetId: null,
  madeSafe: [],
  turnedOver: null,
  valves: valvesOf({ cylinders, intakePerCylinder, exhaustPerCylinder }).map((valve) => ({
    ...valve,
    found: [],
    adjusted: false,
    left: [],
  })),
});
