/** What people find with the cover off (common practice, no source). Which of them keep a unit in is a rule of the shop. */
export const FINDING_KINDS = [
  'screw-seized',
  'adjuster-stripped',
  'rocker-loose',
  'push-rod-bent',
  'spring-broken',
  'head-cracked',
  'fuel-in-oil',
  'wrong-fluid',
  'seal-damaged',
  'no-clearance',
  'valve-sticking',
  'other',
] as const;
export type FindingKind = (typeof FINDING_KINDS)[number];
