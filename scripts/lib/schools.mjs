import { percent, table } from './tables.mjs';

/** Parts of the study on how people gauge: graded drags, and the setting blade against proving. */

/** The overlap that graded drags need: hands that grade by halves and by thirds, with every blade of a climb graded. */
export function gradedRows(core, { benches, hands, engines, seed, engine }) {
  const overlaps = [0, 0.1, 0.2, 0.3, 0.4, 0.5];
  const grading = ['by-halves', 'by-thirds'];
  return hands.flatMap(({ name, hand }) =>
    grading.map((grades) => {
      const chance = new core.Seeded(seed);
      const sums = overlaps.map(() => ({ covered: 0, width: 0 }));
      let [graded, plainWidth] = [0, 0];
      for (let index = 0; index < engines; index += 1) {
        const { bench } = benches[index % benches.length];
        const valve = engine(core, bench, { ...hand, grades }, chance);
        const tries = bench.blades.map((blade) => ({ blades: [blade], feel: valve.try([blade]) }));
        if (!tries.some(({ feel }) => feel === 'hard' || feel === 'slack')) continue;
        const plain = tries.map((each) => ({ ...each, feel: core.isDrag(each.feel) ? 'drags' : each.feel }));
        const before = core.readTries(plain, bench.assumptions);
        if (before.kind !== 'interval' || before.gap.hi === null) continue;
        graded += 1;
        plainWidth += before.gap.hi.mm - before.gap.lo.mm;
        overlaps.forEach((gradeOverlap, at) => {
          const reading = core.readTries(tries, { ...bench.assumptions, gradeOverlap });
          if (reading.kind !== 'interval') return;
          const { lo, hi } = reading.gap;
          sums[at].width += hi.mm - lo.mm;
          if (valve.hiddenGapMm >= lo.mm && valve.hiddenGapMm <= hi.mm) sums[at].covered += 1;
        });
      }
      return {
        name,
        grades,
        overlaps: sums.map(({ covered, width }, at) => ({
          overlap: overlaps[at],
          covered: covered / graded,
          narrower: 1 - width / plainWidth,
        })),
      };
    }),
  );
}

export const gradedTable = (rows) =>
  table(
    ['hand', 'grades', ...rows[0].overlaps.map(({ overlap }) => `overlap ${overlap * 100} %`)],
    rows.map(({ name, grades, overlaps }) => [
      name,
      grades.replace('-', ' '),
      ...overlaps.map(({ covered, narrower }) => `${percent(covered)}, ${percent(narrower, 0)} narrower`),
    ]),
  );

/** Whether the core's overlap covers the gap, for the usual hand and for one with twice the noise. */
export function gradedWords(rows, overlap) {
  const at = (row) => row.overlaps.find((each) => each.overlap === overlap)?.covered ?? NaN;
  return rows
    .map((row) => {
      const covered = at(row);
      return `- ${row.name}, ${row.grades.replace('-', ' ')}: the core’s overlap of ${overlap * 100} % covers ${percent(covered)} (${covered >= 0.995 ? 'met' : '**not met**'}).`;
    })
    .join('\n');
}

/**
 * Both schools on the same engines with random gaps, adjusted until the school accepts the gap: tries, turns, and
 * resulting gaps.
 */
export function schoolRows(core, { benches, hands, engines, seed, engine }) {
  const adjuster = { kind: 'screw-at-push-rod', pitchMm: 0.75, rockerRatio: 1.2 };
  const run = ({ hand }, settle) => {
    const chance = new core.Seeded(seed);
    const sums = { outside: 0, needless: 0, gaveUp: 0 };
    const [tries, passes] = [[], []];
    for (let index = 0; index < engines; index += 1) {
      const { bench, choose } = benches[index % benches.length];
      const valve = engine(core, bench, hand, chance);
      const inside = (gap) => gap >= bench.window.minMm && gap <= bench.window.maxMm;
      const before = inside(valve.hiddenGapMm);
      const taken = settle(valve, bench, choose);
      if (taken === null) sums.gaveUp += 1;
      else {
        tries.push(taken.tries);
        passes.push(taken.passes);
        if (!inside(valve.hiddenGapMm)) sums.outside += 1;
        if (before && taken.passes > 0) sums.needless += 1;
      }
    }
    return {
      tries: core.quantile(tries, 0.5),
      ninetieth: core.quantile(tries, 0.9),
      passes: core.quantile(passes, 0.9),
      outside: sums.outside / engines,
      needless: sums.needless / engines,
      gaveUp: sums.gaveUp / engines,
    };
  };
  const proving = (valve, bench, choose) => {
    let tries = 0;
    const counted = { ...bench, blades: bench.blades };
    for (let passes = 0; passes <= 20; passes += 1) {
      const gauged = core.gaugeToAdjust(valve, counted, choose);
      tries += gauged.tries;
      if (gauged.verdict.state === 'inside') return { tries, passes };
      const turn = core.advisedTurn(bench.window.targetMm, adjuster, 0.01)(gauged);
      // Undecided, and the target lies in the gap interval: no direction is known.
      if (turn === 0) return { tries, passes };
      valve.turnAndLock(turn, adjuster);
    }
    return null;
  };
  const setting = (valve, bench) => core.setUntilDrag(valve, bench, adjuster, 1 / 24);
  return hands.map((each) => ({ name: each.name, proving: run(each, proving), setting: run(each, setting) }));
}

export const schoolTable = (rows) =>
  table(
    ['hand', 'school', 'tries: median', '90th', 'turns: 90th', 'left out of spec', 'moved though in spec', 'gave up'],
    rows.flatMap(({ name, proving, setting }) =>
      [
        ['proving', proving],
        ['setting blade', setting],
      ].map(([school, row]) => [
        name,
        school,
        row.tries,
        row.ninetieth,
        row.passes,
        percent(row.outside, 3),
        percent(row.needless),
        percent(row.gaveUp),
      ]),
    ),
  );
