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

/** The inputs of the evaluation at the bench: the family with its rules in effect, and the blade tolerance. */
export interface EvaluationContext {
  readonly family: FamilyDto;
  /** Tolerance of the selected set; null if it states none. */
  readonly bladeToleranceMm: number | null;
  /** Of the set in hand. */
  readonly blades: readonly BladeDto[];
}

/** The selected set is the chosen one, or the best one for the family. */
export const setInHand = ({ bladeSetId }: CheckDraftDto, sets: readonly BladeSetDto[]): BladeSetDto | undefined =>
  sets.find(({ id }) => id === bladeSetId) ?? sets[0];

/** Sets whose probability of a verdict on both valves is within this of the best one are equal. */
const ALIKE = 0.04;

/**
 * Orders sets by their power for the windows of a family. Among equal ones the last used set on this device comes
 * first, then the order of the shop.
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

/** The current evaluation of one valve, by the same core as on the server. */
export interface EvaluatedValve {
  readonly reading: GapReading;
  readonly verdict: Verdict;
  readonly window: Window | null;
  readonly clashes: readonly Clash[];
  /** The edge to which a gap inside is so near that the shop adjusts it. */
  readonly nearEdge: 'tight' | 'loose' | null;
}

/**
 * Conditions that are not stated yet count as the family requires, so that the bench evaluates before they are stated.
 * If the family states none, the engine counts as cold and its position as unconfirmed.
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

/** The next advice: the most informative blade, or the setting blade, by the shop's rule. */
export type BladeAdvice = NextBlade | SettingStep;

/** The blade to try next; null if no verdict is possible. */
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

/** In the setting-blade school the adjuster is to be moved, regardless of the proof. */
export const asksToAdjust = (by: EvaluationContext, draft: CheckDraftDto, valve: DraftValveDto): boolean =>
  rulesOf(by).gauging === 'setting-blade' && nextBladeFor(by, draft, valve, 'found', by.blades)?.kind === 'adjust';

/** One more blade that bounds an outside gap whose far end is open. */
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
