import type { Fuel, GaugingFlow, MakeSafe, TimingFacts } from '@sturdy-shim/core';

export const SEALS = ['renew', 'reuse-if-sound', 'sealant', 'gasket-or-sealant'] as const;
export const BLADE_SHAPES = ['straight', 'bent', 'narrow'] as const;
export const TORQUE_UNITS = ['N·m', 'lbf·ft', 'lbf·in'] as const;
/** The part by which the engine is turned. */
export const TURN_BY = [
  'crank-bolt',
  'alternator-nut',
  'belt-pulley',
  'flywheel',
  'recoil-rope',
  'starter-in-pulses',
  'other',
] as const;
/** Things to release before the engine is turned. */
export const RELEASE_FIRST = ['clutch', 'brake', 'decompression-lever', 'other'] as const;

export interface PublishedTorque {
  what: string;
  value: number;
  unit: (typeof TORQUE_UNITS)[number];
}

/** A tool, a part or a fastener. */
export interface SheetItem {
  name: string;
  size: string;
  count: number;
  /** The shop’s or the maker’s own number, as typed. */
  number: string;
  /** Its place, or its purpose. */
  place: string;
}

/** The screws of the cover, as a ring seen from outside, numbered clockwise from the top. */
export interface CoverScrews {
  count: number;
  /** Places of the long screws; empty if all are equal. */
  long: number[];
  /** Places in the order of tightening; crosswise when it is empty. */
  order: number[];
}

/** The work sheet of a family. No verdict and no due date follows from it: their inputs have columns of their own. */
export interface FamilySheet {
  fuel: Fuel | null;
  /** Crank angle at which each cylinder fires, in degrees of the 720 of a cycle; empty when not known. */
  firesAtDeg: number[];
  intakeSide: string;
  exhaustSide: string;
  rotation: string;
  /** Valve timing and the lift of the release; used to draw the position. */
  timing: TimingFacts | null;
  /** Piston travel past compression top at which it is gauged. */
  pastTopMm: number | null;
  /** Flywheel or pulley, where its rim can be seen: how wide, and how many fins or teeth. */
  rimMm: number | null;
  fins: number | null;
  /** Parts to remove to reach the valves, in order. */
  comesOff: string[];
  /** Loose caps sit on the stems. */
  stemCaps: boolean;
  /** Available shims: from, to, and the step between them; null where the engine has none or it is not stated. */
  shimFromMm: number | null;
  shimToMm: number | null;
  shimStepMm: number | null;
  /** Usual order of working its valves. */
  usualFlow: GaugingFlow | null;
  turnBy: (typeof TURN_BY)[number] | null;
  releaseFirst: (typeof RELEASE_FIRST)[number][];
  compressionRelease: string;
  /** The mark that shows the position, in words. */
  mark: string;
  /** What is done before it is opened; by its fuel when this is empty. */
  makeSafe: MakeSafe[];
  coverScrews: CoverScrews | null;
  torques: PublishedTorque[];
  seal: (typeof SEALS)[number] | null;
  sealNote: string;
  sealCureHours: number | null;
  /** Parts and fasteners that are used up at every check. */
  parts: SheetItem[];
  tools: SheetItem[];
  bladeShape: (typeof BLADE_SHAPES)[number] | null;
  /** Remarks about the season, in words. */
  season: string;
}

export const EMPTY_SHEET: FamilySheet = {
  fuel: null,
  firesAtDeg: [],
  intakeSide: '',
  exhaustSide: '',
  rotation: '',
  timing: null,
  pastTopMm: null,
  rimMm: null,
  fins: null,
  comesOff: [],
  stemCaps: false,
  shimFromMm: null,
  shimToMm: null,
  shimStepMm: null,
  usualFlow: null,
  turnBy: null,
  releaseFirst: [],
  compressionRelease: '',
  mark: '',
  makeSafe: [],
  coverScrews: null,
  torques: [],
  seal: null,
  sealNote: '',
  sealCureHours: null,
  parts: [],
  tools: [],
  bladeShape: null,
  season: '',
};
