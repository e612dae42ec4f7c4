import { SYMPTOMS, type Symptom } from '../due/index.ts';
import { FINDING_KINDS, type FindingKind } from '../work/index.ts';

/** What may keep a unit in by itself: a finding with the cover off, or what an operator reports. `other` is ticked by hand. */
export type DoNotRun = Exclude<FindingKind | Symptom, 'other'>;
export const DO_NOT_RUN: readonly DoNotRun[] = [...new Set([...FINDING_KINDS, ...SYMPTOMS])].filter(
  (each) => each !== 'other',
);

/** The program's default (common practice, no source). */
export const DEFAULT_DO_NOT_RUN: readonly DoNotRun[] = [
  'screw-seized',
  'adjuster-stripped',
  'rocker-loose',
  'push-rod-bent',
  'spring-broken',
  'head-cracked',
  'fuel-in-oil',
  'wrong-fluid',
  'no-clearance',
  'valve-sticking',
  'wont-start',
  'slow-or-locked-cranking',
];

/** Whether a finding or a reported symptom keeps a unit in under the rules of its shop. */
export const mustNotRun = (
  what: FindingKind | Symptom,
  { doNotRun }: { readonly doNotRun: readonly DoNotRun[] },
  ticked = false,
): boolean => ticked || doNotRun.some((each) => each === what);
