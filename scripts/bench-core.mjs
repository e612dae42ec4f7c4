import { buildServer } from './lib/build.mjs';
import { ensureNodePackages } from './lib/packages.mjs';
import { inRoot, main } from './lib/run.mjs';

/**
 * Speed of the core, as ratios against a baseline of the same run: `npm run bench:core`. A million verdicts against
 * JSON.parse of the same rows; the next blade from 26 blades with pairs against one frame (16.7 ms).
 */

const ROUNDS = 7;
const median = (values) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)];
/** The median of several runs, after one that warms up. In ms. */
function timed(work) {
  work();
  return median(
    Array.from({ length: ROUNDS }, () => {
      const started = performance.now();
      work();
      return performance.now() - started;
    }),
  );
}

function verdicts(core) {
  const ROWS = 1_000_000;
  const chance = new core.Seeded(1);
  const window = { minMm: 0.11, maxMm: 0.17, targetMm: 0.14, basis: 'published' };
  const rows = Array.from({ length: ROWS }, () => {
    const lo = Number(chance.between(0.04, 0.25).toFixed(4));
    return {
      kind: 'interval',
      gap: {
        lo: { mm: lo, strict: true },
        hi: { mm: Number((lo + chance.between(0.01, 0.04)).toFixed(4)), strict: true },
        loMeasured: true,
      },
    };
  });
  const text = JSON.stringify(rows);
  let inside = 0;
  const judging = timed(() => {
    inside = 0;
    for (const row of rows) if (core.evaluate(row, window, core.SHOP_RULE).state === 'inside') inside += 1;
  });
  const parsing = timed(() => JSON.parse(text));
  console.log(
    `a million verdicts: ${judging.toFixed(0)} ms; JSON.parse of the same rows: ${parsing.toFixed(0)} ms; ratio ${(judging / parsing).toFixed(2)} (${inside} inside)`,
  );
}

function nextBlade(core) {
  const blades = Array.from({ length: 26 }, (_, index) => ({
    printed: { value: Number(((index + 2) * 0.02).toFixed(2)), unit: 'mm' },
  }));
  const window = { minMm: 0.11, maxMm: 0.17, targetMm: 0.14, basis: 'published' };
  const states = [
    [],
    [{ blades: [blades[5]], feel: 'free' }],
    [
      { blades: [blades[5]], feel: 'free' },
      { blades: [blades[7]], feel: 'wont' },
      { blades: [blades[6]], feel: 'drags' },
    ],
  ];
  for (const tries of states) {
    const time = timed(() => core.nextBlade(tries, window, blades, { kind: 'proven' }, core.DEFAULT_GAUGING));
    console.log(
      `next blade after ${tries.length} tries, 26 blades with pairs: ${time.toFixed(2)} ms; ratio to one frame ${(time / 16.7).toFixed(2)}`,
    );
  }
}

/** Units of one family: two valves left inside, at some hours, with a reading; a tenth of them out of spec. */
function statuses(core) {
  const ROWS = 200_000;
  const chance = new core.Seeded(2);
  const DAY = 86_400_000;
  const now = Date.UTC(2026, 5, 1);
  const window = { minMm: 0.11, maxMm: 0.17, targetMm: 0.14, basis: 'published' };
  const rows = Array.from({ length: ROWS }, () => {
    const at = now - Math.round(chance.between(1, 500)) * DAY;
    const checked = { at, hours: Math.round(chance.between(0, 900)) };
    const outside = chance.next() < 0.1;
    const verdict = outside
      ? { state: 'loose', byAtLeastMm: 0.02, byAtMostMm: 0.04 }
      : { state: 'inside', how: 'proven', chanceInside: 1 };
    const gap = { lo: { mm: 0.12, strict: true }, hi: { mm: 0.14, strict: true }, loMeasured: true };
    return {
      now,
      zone: 'America/Chicago',
      use: 'in-service',
      start: { at: now - 600 * DAY, hours: 0 },
      interval: { hours: 120, months: 12, season: null, breakInHours: 20 },
      metered: true,
      hours: { hours: checked.hours + Math.round(chance.between(0, 150)), readAt: now - 3 * DAY },
      valves: ['intake', 'exhaust'].map((kind) => ({
        valve: { cylinder: 1, kind, ordinal: 1 },
        last: { ...checked, reading: { kind: 'interval', gap }, verdict, window },
        leftInside: outside ? null : checked,
      })),
      problemReports: [],
      specified: true,
    };
  });
  const text = JSON.stringify(rows);
  let kept = 0;
  const computing = timed(() => {
    kept = 0;
    for (const row of rows) if (core.statusOf(row).state === 'keep-in') kept += 1;
  });
  const parsing = timed(() => JSON.parse(text));
  console.log(
    `${ROWS} statuses: ${computing.toFixed(0)} ms; JSON.parse of the same rows: ${parsing.toFixed(0)} ms; ratio ${(computing / parsing).toFixed(2)} (${kept} keep in)`,
  );
}

await main(async () => {
  await ensureNodePackages();
  await buildServer();
  const core = await import(inRoot('packages/core/dist/index.js'));
  verdicts(core);
  statuses(core);
  nextBlade(core);
});
