/**
 * What people find with the cover off, and whether the unit stays in for it until a later check says otherwise (common
 * practice, no source).
 */
export const FINDINGS = {
  'screw-seized': { staysIn: false },
  'rocker-loose': { staysIn: true },
  'push-rod-bent': { staysIn: true },
  'wrong-fluid': { staysIn: true },
  'seal-damaged': { staysIn: false },
  'no-clearance': { staysIn: true },
  'valve-sticking': { staysIn: true },
  other: { staysIn: false },
} as const satisfies Record<string, { readonly staysIn: boolean }>;

export type FindingKind = keyof typeof FINDINGS;
export const FINDING_KINDS = Object.keys(FINDINGS) as FindingKind[];

/** The findings for which a unit stays in. */
export const STAYS_IN = FINDING_KINDS.filter((kind) => FINDINGS[kind].staysIn);
