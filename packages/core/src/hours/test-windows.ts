import { MS_PER_DAY, type Instant } from '../units/index.ts';
import { LevelPast, daysApart, type RememberedSums, type WeighedSpan } from './level.ts';
import { HORIZONS_DAYS } from './ratio-band.ts';
import type { SeasonProfile } from './season-profile.ts';

/** Lengths of history, in season days, for which a group is tested. */
export const HISTORIES_DAYS = [4, 14, 30, 60, 120, 240, 480] as const;

/** A window of one unit's past that stands for a future. */
export interface TestWindow {
  readonly unit: number;
  /** In days of the calendar. */
  readonly start: number;
  /** Index in `HORIZONS_DAYS`. */
  readonly horizon: number;
  readonly hours: number;
  readonly worth: number;
  readonly weight: number;
  /** Nothing was run before it. */
  readonly idle: boolean;
  /** Sums outside the window for each of `HISTORIES_DAYS`; null if the readings do not reach as far. */
  readonly past: readonly (RememberedSums | null)[];
}

/** Whether the readings outside of a window reach as far. @param at index in `HISTORIES_DAYS` */
export const reaches = ({ past }: TestWindow, at: number): boolean => (past[at] ?? null) !== null;

/** A unit without any hours for so long is idle. An assumption. */
const IDLE_DAYS = 9;

/** Whether nothing was run before a moment. @param spans the latest first */
export function isIdle(spans: readonly WeighedSpan[]): boolean {
  let days = 0;
  for (const { from, to, hours } of spans) {
    if (hours > 0) return false;
    days += daysApart(from, to);
    if (days >= IDLE_DAYS) return true;
  }
  return false;
}

/** A sample of units, and of windows in each, bounds the cost of a group. */
const TESTED_UNITS = 40;
const STARTS_A_UNIT = 16;
/** Windows that begin at the same time of the year tell the most. In days. An assumption. */
const SAME_SEASON_DAYS = 20;
const OTHER_SEASON = 0.02;
/** From this standard deviation of the months on, windows at other times of the year hardly count. An assumption. */
const SEASONAL = 0.4;

/**
 * Windows of a sample of the units, weighted by how near their time of the year is to the present one.
 * @param units spans of each unit in date order
 */
export function testWindows(
  units: readonly (readonly WeighedSpan[])[],
  profile: SeasonProfile,
  now: Instant,
): TestWindow[] {
  const variance = profile.reduce((sum, month) => sum + (month - 1) ** 2, 0) / profile.length;
  const otherSeason = Math.max(OTHER_SEASON, 1 - Math.sqrt(variance) / SEASONAL);
  const step = Math.max(1, units.length / TESTED_UNITS);
  const sample = Array.from({ length: Math.min(units.length, TESTED_UNITS) }, (_, at) => units[Math.floor(at * step)]);
  return sample.flatMap((spans, unit) =>
    windowsOf(spans ?? [], unit, (start) => Math.max(otherSeason, sameSeason(start, now)), otherSeason < 0.1),
  );
}

function windowsOf(
  spans: readonly WeighedSpan[],
  unit: number,
  weightOf: (start: Instant) => number,
  seasonal: boolean,
): TestWindow[] {
  const found: TestWindow[] = [];
  const step = Math.max(1, Math.ceil(spans.length / STARTS_A_UNIT));
  const forward = new Map<number, TestWindow['past']>();
  const backward = new Map<number, TestWindow['past']>();
  for (let first = 0; first < spans.length; first += 1) {
    const start = spans[first]?.from;
    if (start === undefined) continue;
    const weight = weightOf(start);
    // Every start that counts in full where seasons differ, otherwise a sample.
    if ((weight < 0.3 || !seasonal) && first % step !== unit % step) continue;
    const idle = isIdle(spans.slice(Math.max(0, first - 4), first).toReversed());
    let [hours, worth, horizon] = [0, 0, 0];
    for (let last = first; last < spans.length && horizon < HORIZONS_DAYS.length; last += 1) {
      const span = spans[last] as WeighedSpan;
      [hours, worth] = [hours + span.hours, worth + span.worth];
      const length = daysApart(start, span.to);
      for (; horizon < HORIZONS_DAYS.length && length >= (HORIZONS_DAYS[horizon] ?? 0) * 0.85; horizon += 1) {
        if (length > Math.max((HORIZONS_DAYS[horizon] ?? 0) * 1.2, 9) || !(worth > 0)) continue;
        const window = { unit, start: start / MS_PER_DAY, horizon, hours, worth, weight, idle };
        for (const past of [
          known(forward, first, () => pastOf(spans, first - 1, -1)),
          known(backward, last, () => pastOf(spans, last + 1, 1)),
        ])
          if (past.length > 0) found.push({ ...window, past });
      }
    }
  }
  return found;
}

function known<Key, Value>(cache: Map<Key, Value>, key: Key, make: () => Value): Value {
  const held = cache.get(key);
  if (held !== undefined) return held;
  const made = make();
  cache.set(key, made);
  return made;
}

function sameSeason(a: number, b: number): number {
  const apart = Math.abs(daysApart(a, b)) % 365.25;
  const days = Math.min(apart, 365.25 - apart);
  return Math.exp(-0.5 * (days / SAME_SEASON_DAYS) ** 2);
}

/** The sums of the spans from a place on, in one direction, for each length of history; empty without any span. */
function pastOf(spans: readonly WeighedSpan[], from: number, direction: 1 | -1): (RememberedSums | null)[] {
  const past: (RememberedSums | null)[] = [];
  const level = new LevelPast();
  const wanted = (): number => HISTORIES_DAYS[past.length] ?? Infinity;
  const take = (): void => void past.push(level.worth < wanted() * 0.8 ? null : level.sums());
  for (let place = from; place >= 0 && place < spans.length; place += direction) {
    const span = spans[place] as WeighedSpan;
    // A length of history ends before the span that leads too far beyond it.
    while (level.worth + span.worth > wanted() * 1.3) take();
    if (past.length === HISTORIES_DAYS.length) return past;
    level.add(span);
  }
  while (level.worth >= wanted() * 0.8) take();
  return past;
}
