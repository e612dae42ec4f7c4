import { GENERATORS } from './due-generators.mjs';

const DAY_MS = 86_400_000;
const ZONE = 'UTC';
export const HORIZONS = [7, 30, 60, 120, 240];
/** Units of one group, typical of one kind at one site. */
const IN_A_GROUP = 30;
/** Futures that the forecaster draws who knows the generator. */
const FUTURES = 300;
/** The unit with its future: a little longer than the longest horizon. */
const AHEAD = 300;

/**
 * Forecasts of invented fleets against what they did afterwards, for each horizon.
 * @param row `habit` by name, lengths of `histories` in the group in turn (units with the first one are tested)
 */
export function habitForecasts(core, simulator, { habit, histories, units, seed }) {
  const generator = GENERATORS[habit];
  const found = HORIZONS.map((days) => ({ days, forecasts: 0, within: 0, told: 0, score: 0, oracle: 0 }));
  for (let group = 0; group * IN_A_GROUP < units; group += 1) {
    const chance = new simulator.Seeded(seed + 77 * group);
    const today = Math.floor(Date.UTC(2025, 0, 1) / DAY_MS + chance.between(0, 365));
    const fleet = Array.from({ length: IN_A_GROUP }, (_, at) =>
      unitOf(core, simulator, generator, { today, history: histories[at % histories.length] }, chance),
    );
    const now = core.instant(today * DAY_MS);
    const pool = core.poolUsage(
      fleet.map(({ known }) => known),
      ZONE,
      now,
    );
    for (const unit of fleet.filter(({ history }) => history === histories[0])) {
      const usage = core.usageOf(unit.known, pool, now, ZONE);
      const futures = futuresOf(generator, unit, chance);
      for (const of of found) compare(core, of, { usage, unit, futures }, chance);
    }
  }
  return found;
}

function unitOf(core, simulator, generator, { today, history }, chance) {
  const unit = generator.unit(chance);
  const start = today - history;
  const past = generator.run(unit, start, history, chance);
  const state = copyOf(unit);
  const known = simulator.readingsOf(past, core.instant(start * DAY_MS), history, chance);
  const from = Math.round(known.at(-1).readAt / DAY_MS);
  const after = [...past.subarray(from - start), ...generator.run(unit, today, AHEAD, chance)];
  return { history, state, known, from, after, worked: past.filter((hours) => hours > 0).length };
}

const copyOf = (unit) => JSON.parse(JSON.stringify(unit));

/** Variance of the logarithm of rates between units, and of one day's work, as the generators have them. */
const BETWEEN_UNITS = 0.09;
const ONE_DAY = 0.12;

/** The futures of one who knows the generator, and the unit's rate as far as its days of work tell it. */
function futuresOf(generator, { state, from, worked }, chance) {
  const known = Math.sqrt(1 / (1 / BETWEEN_UNITS + worked / ONE_DAY));
  const off = chance.normal(0, known);
  return Array.from({ length: FUTURES }, () => {
    const by = Math.exp(off + chance.normal(0, known));
    const unit = { ...copyOf(state), spell: undefined };
    if (unit.rate === undefined) unit.weekly *= by;
    else unit.rate *= by;
    return generator.run(unit, from, Math.max(...HORIZONS), chance);
  });
}

function compare(core, of, { usage, unit, futures }, chance) {
  const [from, to] = [unit.from, unit.from + of.days].map((day) => core.instant(day * DAY_MS));
  if (core.unseenMonths(usage, from, to, ZONE).length > 0) {
    of.told += 1;
    return;
  }
  const ran = sum(unit.after, of.days);
  const band = core.hoursAhead(usage, from, to, ZONE);
  const sums = futures.map((future) => sum(future, of.days)).sort((a, b) => a - b);
  of.forecasts += 1;
  of.within += isWithin(ran, band, chance) ? 1 : 0;
  of.score += score(ran, band.lo, band.hi);
  of.oracle += score(ran, core.quantile(sums, 0.1), core.quantile(sums, 0.9));
}

/** Less than a meter shows. */
const NOTHING = 0.05;

/** A value of nothing lies anywhere within the probability of nothing. */
function isWithin(ran, { lo, hi, zero }, chance) {
  if (ran >= NOTHING) return ran >= lo && ran <= hi;
  if (zero === 0) return lo < NOTHING;
  const place = chance.next() * zero;
  return place >= 0.1 && place <= 0.9;
}

const sum = (worked, days) => worked.slice(0, days).reduce((a, b) => a + b, 0);
const score = (ran, lo, hi) => hi - lo + 10 * Math.max(0, lo - ran, ran - hi);
