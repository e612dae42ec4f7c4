import { percent, table } from './tables.mjs';

/**
 * After how many checks one wrong blade in an otherwise true set is detected: the share of seeds in which it is among
 * the blades to measure, and in which only other blades are.
 */
function oddBladeRow(core, { bench, choose, hand, engine, seed: first }, offMm, school, gaugings) {
  const OFF = 0.13;
  const SEEDS = 20;
  let named = 0;
  let others = 0;
  for (let seed = 1; seed <= SEEDS; seed += 1) {
    const chance = new core.Seeded(first + seed);
    const list = Array.from({ length: gaugings }, () => {
      const { hiddenGapMm } = engine(core, bench, hand, chance);
      const valve = new core.SimulatedValve(hiddenGapMm, hand, chance, new Map([[OFF, offMm]]));
      const tries = school === 'climbing' ? climbed(core, valve, bench) : advisedTries(valve, choose);
      return { like: 'one window', tries };
    });
    const found = core.bladesToMeasure(core.bladeBiases(list)).map(({ blade }) => blade.printed.value);
    if (found.includes(OFF)) named += 1;
    else if (found.length > 0) others += 1;
  }
  return { offMm, school, gaugings, named: named / SEEDS, others: others / SEEDS };
}

function climbed(core, valve, { blades }) {
  const tries = [];
  for (const { blades: tried } of core.singles(blades)) {
    const feel = valve.try(tried);
    tries.push({ blades: tried, feel });
    if (feel === 'wont') break;
  }
  return tries;
}

function advisedTries(valve, choose) {
  const tries = [];
  for (let next = choose(tries); next.kind === 'try'; next = choose(tries))
    tries.push({ blades: next.blades, feel: valve.try(next.blades) });
  return tries;
}

/** @param study the bench with its advice, the hand, how its engines are found, and the seed */
export function oddBlades(core, study) {
  return [0, 0.003, 0.006, 0.01].flatMap((offMm) =>
    ['climbing', 'next blade'].flatMap((school) =>
      [100, 300, 1000, 3000].map((gaugings) => oddBladeRow(core, study, offMm, school, gaugings)),
    ),
  );
}

const microns = (mm) => `${Math.round(mm * 1000)} µm`;

export function oddTable(odd) {
  const counts = [...new Set(odd.map(({ gaugings }) => gaugings))];
  const rows = [...new Map(odd.map((each) => [`${each.offMm} ${each.school}`, each])).values()];
  return table(
    ['off by', 'school', ...counts.map((count) => `${count} gaugings`)],
    rows.map(({ offMm, school }) => [
      offMm === 0 ? 'nothing' : microns(offMm),
      school,
      ...counts.map((count) => {
        const { named, others } = odd.find(
          (each) => each.offMm === offMm && each.school === school && each.gaugings === count,
        );
        return offMm === 0 ? `– / ${percent(named + others, 0)}` : `${percent(named, 0)} / ${percent(others, 0)}`;
      }),
    ]),
  );
}

/** Number of gaugings from which at least nine in ten seeds name the blade. */
export function oddWords(odd) {
  const soon = (offMm, school) =>
    odd.find((each) => each.offMm === offMm && each.school === school && each.named >= 0.9)?.gaugings ?? null;
  const words = (offMm, school) => {
    const gaugings = soon(offMm, school);
    return gaugings === null ? `not within 3 000 gaugings by ${school}` : `within ${gaugings} gaugings by ${school}`;
  };
  return [0.003, 0.006, 0.01]
    .map(
      (offMm) =>
        `A blade that is off by ${microns(offMm)} is named in nine of ten seeds ${words(offMm, 'climbing')}, ${words(offMm, 'next blade')}.`,
    )
    .concat(
      'Following the next blade seldom tries two neighbors in one gap, so it tells less of them; climbing reveals more about the blades. A common error of all blades of a set cannot be seen this way, only with a micrometer.',
    )
    .join(' ');
}
