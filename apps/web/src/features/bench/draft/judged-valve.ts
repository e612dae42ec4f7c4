import {
  type Circumstances,
  type Clash,
  DEFAULT_GAUGING,
  type GapReading,
  type NextBlade,
  SHOP_RULE,
  type Specification,
  type Try,
  type Verdict,
  type Window,
  mm,
  nextBlade,
  readTries,
  toCelsius,
  verdictUnder,
} from '@sturdy-shim/core';
import type {
  BladeDto,
  CheckDraftDto,
  DraftValveDto,
  FamilyDto,
  TryDto,
  WindowDto,
} from '../../../shared/api/index.ts';
import { type Phase, coreBlade } from './draft-edits.ts';

/** What the entries of one valve say now: the same core that judges on the server answers each entry at once. */
export interface JudgedValve {
  readonly reading: GapReading;
  readonly verdict: Verdict;
  readonly window: Window | null;
  readonly clashes: readonly Clash[];
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
          ? { kind: 'cold', belowC: toCelsius(belowC ?? 1000, '°C') }
          : { kind: 'warm', fromC: toCelsius(fromC ?? -273, '°C'), toC: toCelsius(toC ?? 1000, '°C') },
      positions,
    },
  };
}

const coreWindow = ({ minMm, maxMm, aimMm, basis }: WindowDto): Window => ({
  minMm: mm(minMm),
  maxMm: mm(maxMm),
  aimMm: mm(aimMm),
  basis,
});

/** What is not stated yet counts as what the family asks for: nothing stands in the way until the check is signed. */
const circumstancesOf = ({ temperature, positions }: FamilyDto, draft: CheckDraftDto): Circumstances => ({
  engine: draft.engine ?? temperature,
  temperatureC: draft.temperatureC === null ? null : toCelsius(draft.temperatureC, '°C'),
  position: draft.position ?? positions[0] ?? 'unconfirmed',
});

export function judgeValve(family: FamilyDto, draft: CheckDraftDto, valve: DraftValveDto, phase: Phase): JudgedValve {
  const reading = readTries(coreTries(valve[phase]));
  const specification = specificationFor(family);
  const verdict = verdictUnder(specification, valve.kind, circumstancesOf(family, draft), reading, SHOP_RULE);
  const window = specification?.windows[valve.kind] ?? null;
  return { reading, verdict, window, clashes: reading.kind === 'clash' ? reading.clashes : [] };
}

/** The blade that brings a verdict soonest; null where no verdict can be given at all. */
export function nextBladeFor(
  family: FamilyDto,
  draft: CheckDraftDto,
  valve: DraftValveDto,
  phase: Phase,
  blades: readonly BladeDto[],
): NextBlade | null {
  const { window, verdict } = judgeValve(family, draft, valve, phase);
  if (window === null || verdict.state === 'not-comparable') return null;
  return nextBlade(coreTries(valve[phase]), window, blades.map(coreBlade), SHOP_RULE, DEFAULT_GAUGING);
}
