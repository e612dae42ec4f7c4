import { writeFile } from 'node:fs/promises';
import { buildServer } from './lib/build.mjs';
import { ensureNodePackages } from './lib/packages.mjs';
import { inRoot, main } from './lib/run.mjs';
import { oddBlades, oddTable, oddWords } from './lib/odd-blades.mjs';
import { gradedRows, gradedTable, gradedWords, schoolRows, schoolTable } from './lib/schools.mjs';
import { percent, table } from './lib/tables.mjs';

/**
 * Proves the gauging core on simulated engines: `npm run study:gauging [-- ENGINES]`, 100 000 by default. Prints the tables
 * and writes them into docs/guide/gauging.md with a picture. The same seed gives the same tables.
 */
const ENGINES = Number(process.argv[2] ?? 100_000);
const SEED = 1_964;

/** Assumptions about the hand and its blades. Invented; every table states them. */
function handsOf() {
  const usual = {
    dragHalfWidthMm: 0.008,
    feelNoiseMm: 0.0012,
    bladeToleranceMm: 0,
    bladesAt: 'anywhere',
    lockShiftMm: 0.01,
    lockSpreadMm: 0.004,
    turnError: 0.1,
  };
  const edge = (bladesAt) => ({ ...usual, bladeToleranceMm: 0.003, bladesAt });
  return [
    { name: 'usual hand', hand: usual, assumedToleranceMm: 0 },
    { name: 'feel noise doubled', hand: { ...usual, feelNoiseMm: 0.0024 }, assumedToleranceMm: 0 },
    { name: 'blades 3 µm thin, not known', hand: edge('thin-edge'), assumedToleranceMm: 0 },
    { name: 'blades 3 µm thick, not known', hand: edge('thick-edge'), assumedToleranceMm: 0 },
    { name: 'blades 3 µm thin, tolerance stated', hand: edge('thin-edge'), assumedToleranceMm: 0.003 },
    { name: 'blades 3 µm thick, tolerance stated', hand: edge('thick-edge'), assumedToleranceMm: 0.003 },
  ];
}

/** Windows and blade sets of the study, in mm. Invented. */
function benchesOf(core, rule, assumedToleranceMm) {
  const blades = [0.04, 0.05, 0.06, 0.08, 0.09, 0.1, 0.12, 0.13, 0.15, 0.18, 0.2, 0.23, 0.25, 0.28, 0.3, 0.35, 0.4].map(
    (value) => ({
      printed: { value, unit: 'mm' },
    }),
  );
  const windows = [
    [0.07, 0.11],
    [0.11, 0.17],
    [0.13, 0.19],
    [0.18, 0.24],
    [0.24, 0.32],
  ];
  return windows.map(([minMm, maxMm]) => {
    const window = { minMm, maxMm, targetMm: (minMm + maxMm) / 2, basis: 'published' };
    const assumptions = { ...core.DEFAULT_GAUGING, blades: { toleranceMm: assumedToleranceMm, jointMm: 0 } };
    const bench = { window, blades, rule, assumptions };
    return { bench, choose: core.chooserFor(bench) };
  });
}

/** Seven in ten engines are near their target; the others anywhere from a third of the least to twice the most. */
function engineOf(core, { window }, hand, chance) {
  const { minMm, maxMm, targetMm } = window;
  const near = chance.next() < 0.7;
  const gap = near ? chance.normal(targetMm, (maxMm - minMm) / 5) : chance.between(minMm / 3, 2 * maxMm);
  return new core.SimulatedValve(Math.max(0.005, gap), hand, chance);
}

function gaugingRow(core, rule, { name, hand, assumedToleranceMm }) {
  const benches = benchesOf(core, rule, assumedToleranceMm);
  const chance = new core.Seeded(SEED);
  const sums = { inside: 0, wrong: 0, undecided: 0, covered: 0, read: 0 };
  const tries = [];
  const climbed = [];
  for (let engine = 0; engine < ENGINES; engine += 1) {
    const { bench, choose } = benches[engine % benches.length];
    const valve = engineOf(core, bench, hand, chance);
    const { reading, verdict, tries: count } = core.gaugeByAdvice(valve, bench, choose);
    const gap = valve.hiddenGapMm;
    const inside = gap >= bench.window.minMm && gap <= bench.window.maxMm;
    tries.push(count);
    climbed.push(core.gaugeByClimbing(valve, bench).tries);
    if (verdict.state === 'inside') sums.inside += 1;
    if (verdict.state === 'inside' && !inside) sums.wrong += 1;
    if (verdict.state === 'undecided') sums.undecided += 1;
    if (reading.kind === 'interval') {
      sums.read += 1;
      if (gap >= reading.gap.lo.mm && (reading.gap.hi === null || gap <= reading.gap.hi.mm)) sums.covered += 1;
    }
  }
  return {
    rule: rule.kind,
    name,
    wrong: sums.wrong / ENGINES,
    undecided: sums.undecided / ENGINES,
    covered: sums.covered / sums.read,
    median: core.quantile(tries, 0.5),
    ninetieth: core.quantile(tries, 0.9),
    climbedMedian: core.quantile(climbed, 0.5),
    climbedNinetieth: core.quantile(climbed, 0.9),
    tries: histogram(tries),
    climbed: histogram(climbed),
  };
}

function adjustingRow(core, { name, hand, assumedToleranceMm }) {
  const benches = benchesOf(core, core.SHOP_RULE, assumedToleranceMm);
  const adjuster = { kind: 'screw-at-push-rod', pitchMm: 0.75, rockerRatio: 1.2 };
  const run = (turnFor) => {
    const chance = new core.Seeded(SEED);
    const passes = [];
    let gaveUp = 0;
    for (let engine = 0; engine < ENGINES / 10; engine += 1) {
      const { bench, choose } = benches[engine % benches.length];
      const { minMm, maxMm } = bench.window;
      const gap = chance.next() < 0.5 ? chance.between(minMm / 3, minMm) : chance.between(maxMm, 2 * maxMm);
      const valve = new core.SimulatedValve(gap, hand, chance);
      const taken = core.adjustUntilInside(valve, bench, adjuster, choose, turnFor(bench));
      if (taken === null) gaveUp += 1;
      else passes.push(taken);
    }
    return {
      median: core.quantile(passes, 0.5),
      ninetieth: core.quantile(passes, 0.9),
      gaveUp: gaveUp / (ENGINES / 10),
    };
  };
  return {
    name,
    advised: run(({ window }) => core.advisedTurn(window.targetMm, adjuster, 0)),
    withShift: run(({ window }) => core.advisedTurn(window.targetMm, adjuster, hand.lockShiftMm)),
    fixed: run(() => core.fixedEighth),
  };
}

function histogram(values) {
  const counts = new Map();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  return counts;
}

function report(gauging, adjusting, odd, graded, schools, overlap) {
  return `# Gauging, proven on simulated engines

Written by \`npm run study:gauging\` over ${ENGINES.toLocaleString('en-GB')} simulated valves a row (seed ${SEED}); do not edit by hand.
Nothing here was measured on a real engine.

**Assumed.** Five windows from 0.07–0.11 to 0.24–0.32 mm; a set of 17 blades from 0.04 to 0.40 mm. Seven in ten gaps lie near the target
(standard deviation a fifth of the window), three in ten anywhere from a third of the least to twice the most. The usual hand feels a
drag while the gap is within 8 µm of the blade, with a noise of 1.2 µm at each try; the core reads a drag as ± 12.7 µm (half a thou).
Locking takes 10 ± 4 µm, a hand turns with an error of a tenth. All invented.

**Goals.** Wrong _inside_ at most 0.1 % under the proven rule; the true gap within the stated interval at least 99.5 %; with the next
blade at most half the tries of climbing one by one from the thinnest.

## Verdicts and tries

${table(
  [
    'rule',
    'hand and blades',
    'wrong inside',
    'undecided',
    'gap within interval',
    'tries: median',
    '90th',
    'climbing: median',
    '90th',
  ],
  gauging.map((row) => [
    row.rule,
    row.name,
    percent(row.wrong, 3),
    percent(row.undecided),
    percent(row.covered),
    row.median,
    row.ninetieth,
    row.climbedMedian,
    row.climbedNinetieth,
  ]),
)}

![Tries to a verdict: next blade against climbing one by one](gauging-tries.svg)

## Adjusting

Passes of turn, lock and gauge until the verdict is inside; what is outside is bounded from both sides before it is turned (shop rule; ${(ENGINES / 10).toLocaleString('en-GB')} valves found outside a cell; M6 × 0.75 at
the push-rod end, R = 1.2). Given up after 20.

${table(
  ['hand and blades', 'by the advice', 'with the lock shift known', 'a fixed eighth of a turn'],
  adjusting.map(({ name, advised, withShift, fixed }) => [
    name,
    ...[advised, withShift, fixed].map(
      ({ median, ninetieth, gaveUp }) => `median ${median}, 90th ${ninetieth}, gave up ${percent(gaveUp)}`,
    ),
  ]),
)}

## Graded drags

A drag may be said to be hard (the lower half) or slack (the upper half). A hand cannot tell to the micron which half it feels, so each half reaches over
the middle by a share of the half-width. Every blade of the set is tried and graded; a cell says how often the true gap is within the interval, and how
much narrower that is than with plain drags.

${gradedTable(graded)}

${gradedWords(graded, overlap)}

## The setting blade against proving

The same engines, set until the school is content. _Proving_ follows the next blade to a verdict by the shop rule and turns by the advice, the lock shift known.
_Setting blade_ tries one blade near the target: it drags, leave it; else a quarter of a flat (15°) towards it, lock, try again.

${schoolTable(schools)}

## A blade that is off, and no one knows

One blade (0.13 mm) is thicker than it is stamped, the rest of the set is true; the window is 0.11 to 0.17 mm. The core looks over all gaugings of the
set and names at most two blades to lay under a micrometer (\`bladesToMeasure\`). Share of 20 seeds in which the blade is among them, and, after the stroke,
in which only others are.

${oddTable(odd)}

${oddWords(odd)}

## What it says

${findings(gauging, adjusting)}
`;
}

/** Classified by the simulated result. */
function findings(gauging, adjusting) {
  const proven = gauging.filter(({ rule }) => rule === 'proven');
  const usual = proven[0];
  const met = (goal) => (goal ? 'met' : '**not met**');
  const worst = proven.toSorted((a, b) => b.wrong - a.wrong)[0];
  return [
    `- Proven rule, usual hand: wrong inside ${percent(usual.wrong, 3)} (${met(usual.wrong <= 0.001)}), gap within the interval ${percent(usual.covered)} (${met(usual.covered >= 0.995)}), ${usual.median} tries in the median against ${usual.climbedMedian} by climbing (${met(usual.median * 2 <= usual.climbedMedian)}).`,
    `- The worst row of the proven rule is “${worst.name}”: wrong inside ${percent(worst.wrong, 3)} (${met(worst.wrong <= 0.001)}).`,
    ...proven
      .slice(1)
      .map(({ name, covered }) => `- ${name}: gap within the interval ${percent(covered)} (${met(covered >= 0.995)}).`),
    `- The shop rule leaves ${percent(gauging.find(({ rule }) => rule === 'shop').undecided)} undecided where the proven rule leaves ${percent(usual.undecided)}, and calls ${percent(gauging.find(({ rule }) => rule === 'shop').wrong, 3)} inside that are not.`,
    `- Adjusting with the usual hand: ${adjusting[0].advised.median} passes in the median by the advice, ${adjusting[0].withShift.median} with the lock shift known, ${adjusting[0].fixed.median} by a fixed eighth.`,
  ].join('\n');
}

/** Tries to a verdict of the usual hand, drawn with D3. */
async function picture(gauging) {
  const { scaleBand, scaleLinear } = await import('d3');
  const { tries, climbed } = gauging.find(({ rule }) => rule === 'shop');
  const [width, height, left, bottom] = [760, 260, 56, 40];
  const most = Math.max(...tries.keys(), ...climbed.keys());
  const x = scaleBand(
    Array.from({ length: most + 1 }, (_, index) => index),
    [left, width - 10],
  ).padding(0.2);
  const y = scaleLinear([0, Math.max(...tries.values(), ...climbed.values()) / ENGINES], [height - bottom, 16]).nice();
  const bars = (counts, shift, fill) =>
    [...counts]
      .map(
        ([count, engines]) =>
          `<rect x="${(x(count) + (shift * x.bandwidth()) / 2).toFixed(1)}" y="${y(engines / ENGINES).toFixed(1)}" width="${(x.bandwidth() / 2).toFixed(1)}" height="${(y(0) - y(engines / ENGINES)).toFixed(1)}" fill="${fill}"/>`,
      )
      .join('');
  const ticks = y
    .ticks(4)
    .map(
      (tick) =>
        `<text x="${left - 8}" y="${y(tick) + 4}" text-anchor="end">${Math.round(tick * 100)} %</text><path d="M${left},${y(tick)}H${width - 10}" stroke="#d8d2c3"/>`,
    )
    .join('');
  const figures = x
    .domain()
    .map(
      (count) =>
        `<text x="${x(count) + x.bandwidth() / 2}" y="${height - bottom + 17}" text-anchor="middle">${count}</text>`,
    )
    .join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" font-family="Archivo, Arial, sans-serif" font-size="13" fill="#1b2326"><rect width="${width}" height="${height}" fill="#f5f2ea"/>${ticks}${bars(tries, 0, '#1d5468')}${bars(climbed, 1, '#9db0b2')}<path d="M${left},${y(0)}H${width - 10}" stroke="#1b2326"/>${figures}<text x="${width / 2}" y="${height - 6}" text-anchor="middle">tries until the gauging ends</text><rect x="${width - 250}" y="20" width="12" height="12" fill="#1d5468"/><text x="${width - 232}" y="31">next blade</text><rect x="${width - 150}" y="20" width="12" height="12" fill="#9db0b2"/><text x="${width - 132}" y="31">climbing one by one</text></svg>\n`;
}

await main(async () => {
  await ensureNodePackages();
  await buildServer();
  const core = await import(inRoot('packages/core/dist/index.js'));
  const hands = handsOf();
  const started = performance.now();
  const gauging = [];
  for (const rule of [{ kind: 'proven' }, core.SHOP_RULE]) {
    for (const hand of hands) gauging.push(gaugingRow(core, rule, hand));
  }
  const adjusting = hands.map((hand) => adjustingRow(core, hand));
  const [, second] = benchesOf(core, core.SHOP_RULE, 0);
  const odd = oddBlades(core, { ...second, hand: handsOf()[0].hand, engine: engineOf, seed: SEED });
  const usual = hands.slice(0, 2);
  const trial = { benches: benchesOf(core, core.SHOP_RULE, 0), hands: usual, seed: SEED, engine: engineOf };
  const graded = gradedRows(core, { ...trial, engines: ENGINES });
  const schools = schoolRows(core, { ...trial, engines: ENGINES / 10 });
  const seconds = ((performance.now() - started) / 1000).toFixed(0);
  const text = report(gauging, adjusting, odd, graded, schools, core.DEFAULT_GAUGING.gradeOverlap);
  console.log(`${text}\n(${seconds} s)`);
  await writeFile(inRoot('docs/guide/gauging.md'), text);
  await writeFile(inRoot('docs/guide/gauging-tries.svg'), await picture(gauging));
});
