import type { CheckDraftDto, DraftValveDto, FamilyDto } from '../../../shared/api/index.ts';
import { STEP_WORDS, valveText } from '../../../shared/format/index.ts';
import type { Phase } from '../draft/draft-edits.ts';
import type { EvaluatedValve } from '../draft/evaluated-valve.ts';
import type { Station } from '../draft/stations.ts';

/** What Enter does: what is left of this valve, then which valve and what comes next. */
export function nextText(
  evaluated: EvaluatedValve,
  phase: Phase,
  valve: DraftValveDto,
  asksToAdjust: boolean,
  next: Station | undefined,
  draft: CheckDraftDto,
  family: FamilyDto,
): string {
  const then = stationText(next, draft, family);
  const setsThis =
    next !== undefined && next.kind === 'valve' && next.phase === 'left' && isValve(draft.valves[next.valve], valve);
  if (valve[phase].length === 0) {
    if (setsThis) return then;
    if (phase === 'found') return `Skip this valve. ${then}`;
    return valve.adjusted ? `Not gauged again. ${then}` : `Leave as found. ${then}`;
  }
  const { state } = evaluated.verdict;
  if (setsThis && !valve.adjusted && (asksToAdjust || state === 'inside'))
    return asksToAdjust ? then : `Near the limit. ${then}`;
  if (state === 'inside' && phase === 'found' && !valve.adjusted) return `Leave it. ${then}`;
  if (phase === 'left' && (state === 'tight' || state === 'loose')) return `Still ${state}. ${then}`;
  return state === 'undecided' ? `Undecided. ${then}` : then;
}

const isValve = (one: DraftValveDto | undefined, other: DraftValveDto): boolean =>
  one?.cylinder === other.cylinder && one.kind === other.kind && one.ordinal === other.ordinal;

function stationText(next: Station | undefined, { valves }: CheckDraftDto, { cylinders }: FamilyDto): string {
  if (next === undefined) return 'Next';
  if (next.kind === 'step') return next.id === 'sign' ? 'Next: sign' : `Next: ${STEP_WORDS[next.id].toLowerCase()}`;
  const valve = valves[next.valve];
  const name = valve === undefined ? 'valve' : valveText(valve, cylinders);
  const lower = name.charAt(0).toLowerCase() + name.slice(1);
  return next.phase === 'found' ? `Next: ${lower} as found` : `Adjust the ${lower}`;
}
