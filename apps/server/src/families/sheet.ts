/** Every way in which a gap is set; which of them turn, `turning` says. */
export const ADJUSTER_KINDS = [
  'screw-at-push-rod',
  'pivot-nut-inner-lock',
  'pivot-nut-self-locking',
  'screw-at-valve',
  'shims',
  'ground-stem',
  'hydraulic',
] as const;
export type AdjusterKind = (typeof ADJUSTER_KINDS)[number];

export const FUELS = ['petrol', 'diesel', 'gas'] as const;
export const SEALS = ['renew', 'reuse-if-sound', 'sealant'] as const;
export const BLADE_SHAPES = ['straight', 'bent', 'narrow'] as const;
export const TORQUE_UNITS = ['N·m', 'lbf·ft', 'lbf·in'] as const;

export interface PublishedTorque {
  what: string;
  value: number;
  unit: (typeof TORQUE_UNITS)[number];
}

/** What stands on the sheet above the bench. Nothing is calculated from it: what is, has columns of its own. */
export interface FamilySheet {
  fuel: (typeof FUELS)[number] | null;
  /** Crank angle at which each cylinder fires, in degrees of the 720 of a cycle; empty when not known. */
  firesAtDeg: number[];
  intakeSide: string;
  exhaustSide: string;
  rotation: string;
  compressionRelease: string;
  /** The mark that shows the position, in words. */
  mark: string;
  torques: PublishedTorque[];
  seal: (typeof SEALS)[number] | null;
  sealNote: string;
  sealCureHours: number | null;
  /** Bolts and parts that this family eats at every check. */
  parts: string[];
  tools: string[];
  bladeShape: (typeof BLADE_SHAPES)[number] | null;
  /** What else there is to say of when in the year, in words. */
  season: string;
}

export const EMPTY_SHEET: FamilySheet = {
  fuel: null,
  firesAtDeg: [],
  intakeSide: '',
  exhaustSide: '',
  rotation: '',
  compressionRelease: '',
  mark: '',
  torques: [],
  seal: null,
  sealNote: '',
  sealCureHours: null,
  parts: [],
  tools: [],
  bladeShape: null,
  season: '',
};
