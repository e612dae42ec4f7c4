import {
  type Blade,
  type Circumstances,
  type Clash,
  type GapReading,
  type ShopRules,
  type NextBlade,
  type Specification,
  type Try,
  type Verdict,
  type Window,
  gaugingUnder,
  isOutside,
  mm,
  nearEdge,
  boundingBlade,
  measured,
  nextBlade,
  provingPower,
  readTries,
  toCelsius,
  verdictUnder,
} from '@sturdy-shim/core';
import type {
  BladeDto,
  BladeSetDto,
  CheckDraftDto,
  DraftValveDto,
  FamilyDto,
  TryDto,
  WindowDto,
} from '../../../shared/api/index.ts';
import { coreRules } from '../../../shared/shop-rules/index.ts';
import { type Phase, coreBlade } from './draft-edits.ts';

/** By what gaps are evaluated at this bench: the family with the rules that hold for it, and how true the blades are. */
export interface EvaluationContext {
  readonly family: FamilyDto;
  /** Of the set in hand; null where it states none. */
  readonly bladeToleranceMm: number | null;
}

/** The set in hand is the one that was said, or the first of those that fit the family, the best one first. */
export const setInHand = ({ bladeSetId }: CheckDraftDto, sets: readonly BladeSetDto[]): BladeSetDto | undefined =>
  sets.find(({ id }) => id === bladeSetId) ?? sets[0];

/** Chances to settle both valves that are closer than this to the best one are alike. */
const ALIKE = 0.04;

/**
 * Sets in the order in which they fit a family: by how much they tell of its windows. Of those as good as the best one,
 * the one used here last goes first, then as the shop lists them.
 */
export function byFit(
  sets: readonly BladeSetDto[],
  { windows, rules }: FamilyDto,
  lastUsedId: string | null,
): BladeSetDto[] {
  if (windows === null) return sets.toSorted((a, b) => Number(b.id === lastUsedId) - Number(a.id === lastUsedId));
  const shop = coreRules(rules);
  const power = new Map(
    sets.map((set) => {
      const gauging = gaugingUnder(shop, set.toleranceMm === null ? null : mm(set.toleranceMm));
      const of = (window: WindowDto): number =>
        provingPower(set.blades.map(coreBlade), coreWindow(window), shop.decision, gauging).chanceSettled;
      return [set.id, of(windows.intake) + of(windows.exhaust)] as const;
    }),
  );
  const powerOf = ({ id }: BladeSetDto): number => power.get(id) ?? 0;
  const enough = Math.max(...power.values()) - ALIKE;
  const alike = sets.filter((set) => powerOf(set) >= enough);
  const lesser = sets.filter((set) => powerOf(set) < enough);
  return [
    ...alike.toSorted((a, b) => Number(b.id === lastUsedId) - Number(a.id === lastUsedId)),
    ...lesser.toSorted((a, b) => powerOf(b) - powerOf(a)),
  ];
}

/** What the entries of one valve say now: the same core that evaluates on the server answers each entry at once. */
export interface EvaluatedValve {
  readonly reading: GapReading;
  readonly verdict: Verdict;
  readonly window: Window | null;
  readonly clashes: readonly Clash[];
  /** Inside, but so near this edge that the shop touches it up. */
  readonly nearEdge: 'tight' | 'loose' | null;
}

const coreTries = (tries: readonly TryDto[]): Try[] =>
  tries.map(({ blades, feel }) => ({ feel, blades: blades.map(coreBlade) }));

function specificationFor({ windows, temperature, belowC, fromC, toC, positions }: FamilyDto): Specification | null {
  if (windows === null) return null;
  return {
    windows: { intake: coreWindow(windows.intake), exhaust: coreWindow(windows.exhaust) },
    conditions: {
      temperature:
        temperature === 'cold'
          ? { kind: 'cold', belowC: belowC === null ? null : toCelsius(belowC, '°C') }
          : { kind: 'warm', fromC: toCelsius(fromC ?? -273, '°C'), toC: toCelsius(toC ?? 1000, '°C') },
      positions,
    },
  };
}

const coreWindow = ({ minMm, maxMm, targetMm, basis, targetOutsideReason }: WindowDto): Window => ({
  minMm: mm(minMm),
  maxMm: mm(maxMm),
  targetMm: mm(targetMm),
  basis,
  ...(targetOutsideReason !== undefined && { targetOutsideReason }),
});

/** What is not stated yet counts as what the family asks for: nothing stands in the way until the check is signed. */
const circumstancesOf = ({ temperature, positions }: FamilyDto, draft: CheckDraftDto): Circumstances => ({
  engine: draft.engine ?? temperature,
  temperatureC: draft.temperatureC === null ? null : toCelsius(draft.temperatureC, '°C'),
  position: draft.position ?? positions[0] ?? 'unconfirmed',
});

const rulesOf = ({ family: { rules } }: EvaluationContext): ShopRules => coreRules(rules);

const gaugingOf = (by: EvaluationContext) =>
  gaugingUnder(rulesOf(by), by.bladeToleranceMm === null ? null : mm(by.bladeToleranceMm));

export function evaluateValve(
  by: EvaluationContext,
  draft: CheckDraftDto,
  valve: DraftValveDto,
  phase: Phase,
): EvaluatedValve {
  const { family } = by;
  const rules = rulesOf(by);
  const reading = readTries(coreTries(valve[phase]), gaugingOf(by));
  const measureOnly = draft.measureOnly === true;
  const specification = measureOnly ? null : specificationFor(family);
  const verdict = measureOnly
    ? measured(reading, 'measure-only')
    : verdictUnder(specification, valve.kind, circumstancesOf(family, draft), reading, rules.decision);
  const window = specification?.windows[valve.kind] ?? null;
  return {
    reading,
    verdict,
    window,
    clashes: reading.kind === 'clash' ? reading.clashes : [],
    nearEdge: verdict.state === 'inside' && window !== null ? nearEdge(reading, window, rules.touchUpWithinMm) : null,
  };
}

/** The blade that brings a verdict soonest; null where no verdict can be given at all. */
export function nextBladeFor(
  by: EvaluationContext,
  draft: CheckDraftDto,
  valve: DraftValveDto,
  phase: Phase,
  blades: readonly BladeDto[],
): NextBlade | null {
  const { window, verdict } = evaluateValve(by, draft, valve, phase);
  if (window === null || verdict.state === 'not-comparable') return null;
  return nextBlade(coreTries(valve[phase]), window, blades.map(coreBlade), rulesOf(by).decision, gaugingOf(by));
}

/** One more blade that says how far an outside gap is out, where only its near end is known. */
export function boundingBladeFor(
  by: EvaluationContext,
  draft: CheckDraftDto,
  valve: DraftValveDto,
  phase: Phase,
  blades: readonly BladeDto[],
): Blade | null {
  const { window, verdict } = evaluateValve(by, draft, valve, phase);
  if (window === null || !isOutside(verdict)) return null;
  return boundingBlade(coreTries(valve[phase]), window, blades.map(coreBlade), rulesOf(by).decision, gaugingOf(by));
}
