import { GENERATORS } from './due-generators.mjs';

const DAY_MS = 86_400_000;
const HISTORY_DAYS = 730;

/**
 * Honest readings of two years, and each above 100 h once more with its decimal point lost: how many honest ones are
 * held as suspect, and how many slips are caught.
 */
export function doubtedReadings(core, simulator, { habit, units, seed }) {
  const generator = GENERATORS[habit];
  const chance = new simulator.Seeded(seed);
  const found = { honest: 0, held: 0, slips: 0, caught: 0, missed: [] };
  for (let unit = 0; unit < units; unit += 1) {
    const start = Math.floor(Date.UTC(2024, 0, 1) / DAY_MS + chance.between(0, 365));
    const worked = generator.run(generator.unit(chance), start, HISTORY_DAYS, chance);
    const [from, now] = [start, start + HISTORY_DAYS + 1].map((day) => core.instant(day * DAY_MS));
    const readings = simulator.readingsOf(worked, from, HISTORY_DAYS, chance).slice(1);
    const startedAt = core.hours(tenths(chance.between(0, 300)));
    const base = new core.ReadingBase([{ from, startedAt, modulus: null }], []);
    for (const { readAt: at, hours } of readings) {
      const shown = core.hours(tenths(startedAt + hours));
      if (shown > 100) {
        found.slips += 1;
        const caught = base.place({ at, shown: core.hours(tenths(10 * shown)) }, now).suspicions.length > 0;
        if (caught) found.caught += 1;
        else found.missed.push(`${shown} h`);
      }
      const { lap, suspicions } = base.place({ at, shown }, now);
      found.honest += 1;
      if (suspicions.length > 0) found.held += 1;
      base.accept({ at, shown, lap });
    }
  }
  return found;
}

const tenths = (hours) => Math.round(hours * 10) / 10;
