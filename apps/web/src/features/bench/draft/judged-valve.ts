import {
  type Clash,
  type GapReading,
  SHOP_RULE,
  type Try,
  type Verdict,
  type Window,
  judge,
  mm,
  obstacles,
  readTries,
  toCelsius,
} from '@sturdy-shim/core';
import type { CheckDraftDto, DraftValveDto, FamilyDto, TryDto } from '../../../shared/api/index.ts';
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

function windowFor({ windows }: FamilyDto, kind: DraftValveDto['kind']): Window | null {
  if (windows === null) return null;
  const { minMm, maxMm, aimMm, basis } = windows[kind];
  return { minMm: mm(minMm), maxMm: mm(maxMm), aimMm: mm(aimMm), basis };
}

/** Obstacles that already stand; what is not stated yet is no obstacle until the check is signed. */
function standingObstacles(family: FamilyDto, { engine, temperatureC, position }: CheckDraftDto) {
  if (family.windows === null) return obstacles(null, { engine: 'cold', temperatureC: null, position: 'unconfirmed' });
  const { temperature, belowC, fromC, toC, positions } = family;
  return obstacles(
    {
      temperature:
        temperature === 'cold'
          ? { kind: 'cold', belowC: toCelsius(belowC ?? 1000, '°C') }
          : { kind: 'warm', fromC: toCelsius(fromC ?? -273, '°C'), toC: toCelsius(toC ?? 1000, '°C') },
      positions,
    },
    {
      engine: engine ?? temperature,
      temperatureC: temperatureC === null ? null : toCelsius(temperatureC, '°C'),
      position: position ?? positions[0] ?? 'unconfirmed',
    },
  );
}

export function judgeValve(family: FamilyDto, draft: CheckDraftDto, valve: DraftValveDto, phase: Phase): JudgedValve {
  const reading = readTries(coreTries(valve[phase]));
  const window = windowFor(family, valve.kind);
  const inTheWay = standingObstacles(family, draft);
  const verdict: Verdict =
    window === null || inTheWay.length > 0
      ? { state: 'not-comparable', obstacles: inTheWay }
      : judge(reading, window, SHOP_RULE);
  return { reading, verdict, window, clashes: reading.kind === 'clash' ? reading.clashes : [] };
}
