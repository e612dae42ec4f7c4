import {
  type Blade,
  type Clash,
  type GapReading,
  type ShopRules,
  type NextBlade,
  type Verdict,
  type Window,
  bladeFromFacts,
  circumstancesAt,
  evaluateValve as evaluateGap,
  gaugingUnder,
  isOutside,
  mm,
  nearEdge,
  boundingBlade,
  nextBlade,
  type SettingStep,
  settingStep,
  provingPower,
  rulesFromFacts,
  specificationFromFacts,
  triesFromFacts,
  windowFromFacts,
} from '@sturdy-shim/core';
import type {
  BladeDto,
  BladeSetDto,
  CheckDraftDto,
  DraftValveDto,
  FamilyDto,
  WindowDto,
} from '../../../shared/api/index.ts';
import type { Phase } from './draft-edits.ts';

/** By what gaps are evaluated at this bench: the family with the rules that hold for it, and how true the blades are. */
export interface EvaluationContext {
  readonly family: FamilyDto;
  /** Of the set in hand; null where it states none. */
  readonly bladeToleranceMm: number | null;
  /** Of the set in hand. */
  readonly blades: readonly BladeDto[];
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
  const shop = rulesFromFacts(rules);
  const power = new Map(
    sets.map((set) => {
      const gauging = gaugingUnder(shop, set.toleranceMm === null ? null : mm(set.toleranceMm));
      const of = (window: WindowDto): number =>
        provingPower(set.blades.map(bladeFromFacts), windowFromFacts(window), shop.decision, gauging).chanceSettled;
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

/**
 * What is not stated yet counts as what the family asks for: nothing stands in the way until the check is signed. Where the
 * family states nothing either, the engine counts as cold, and its position as unconfirmed.
 */
const circumstancesOf = ({ temperature, positions }: FamilyDto, draft: CheckDraftDto) => ({
  engine: draft.engine ?? (temperature === 'warm' ? 'warm' : 'cold'),
  temperatureC: draft.temperatureC,
  work: { restedHours: draft.work?.restedHours ?? null },
  position: draft.position ?? positions[0] ?? 'unconfirmed',
});

export const rulesOf = ({ family: { rules } }: EvaluationContext): ShopRules => rulesFromFacts(rules);

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
  const { reading, window, verdict } = evaluateGap(valve[phase], {
    kind: valve.kind,
    specification: specificationFromFacts(family.windows, family),
    circumstances: circumstancesAt(circumstancesOf(family, draft), valve, phase),
    measureOnly: draft.measureOnly === true,
    rules,
    bladeToleranceMm: by.bladeToleranceMm,
  });
  return {
    reading,
    verdict,
    window,
    clashes: reading.kind === 'clash' ? reading.clashes : [],
    nearEdge: verdict.state === 'inside' && window !== null ? nearEdge(reading, window, rules.touchUpWithinMm) : null,
  };
}

/** What the bench offers next: by what tells most, or by the setting blade, as the shop has it. */
export type BladeAdvice = NextBlade | SettingStep;

/** The blade to try next; null where no verdict can be given at all. */
export function nextBladeFor(
  by: EvaluationContext,
  draft: CheckDraftDto,
  valve: DraftValveDto,
  phase: Phase,
  blades: readonly BladeDto[],
): BladeAdvice | null {
  const { window, verdict } = evaluateValve(by, draft, valve, phase);
  if (window === null || verdict.state === 'not-comparable') return null;
  const { decision, gauging } = rulesOf(by);
  const tries = triesFromFacts(valve[phase]);
  const set = blades.map(bladeFromFacts);
  if (gauging === 'setting-blade') return settingStep(tries, window, set, gaugingOf(by));
  return nextBlade(tries, window, set, decision, gaugingOf(by));
}

/** By the setting blade the adjuster is to be moved, whatever is proven of the gap. */
export const asksToAdjust = (by: EvaluationContext, draft: CheckDraftDto, valve: DraftValveDto): boolean =>
  rulesOf(by).gauging === 'setting-blade' && nextBladeFor(by, draft, valve, 'found', by.blades)?.kind === 'adjust';

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
  return boundingBlade(
    triesFromFacts(valve[phase]),
    window,
    blades.map(bladeFromFacts),
    rulesOf(by).decision,
    gaugingOf(by),
  );
}
