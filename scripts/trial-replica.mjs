import { buildServer } from './lib/build.mjs';
import { ensureNodePackages, ensureSystemPackages } from './lib/packages.mjs';
import { main } from './lib/run.mjs';
import { ReplicaTrial } from './trials/replica.mjs';

/** Kills a primary under load, again and again, and promotes its standby: `npm run trial:replica`. `--rounds 1` for a short one. */
await main(async () => {
  await ensureSystemPackages();
  await ensureNodePackages();
  await buildServer();
  const at = process.argv.indexOf('--rounds');
  const rounds = at < 0 ? 3 : Number(process.argv[at + 1]);
  const trial = new ReplicaTrial({ rounds, writers: 8, seconds: 5, say: (what) => console.log(`  ${what} …`) });
  const lines = await trial.run();
  console.table(
    lines.map(({ refused, differing, ...line }) => ({ ...line, refused: refused.length, differing: differing.length })),
  );
  const unsound = lines.filter(
    (line) =>
      line.lost +
        line.doubled +
        line.refused.length +
        line.differing.length +
        line.unanswered +
        line['not shown at once'] >
        0 ||
      line.looked === 0 ||
      line['nodes that carry on'] < 2,
  );
  for (const { round, refused, differing } of unsound) console.error(round, refused.slice(0, 3), differing.slice(0, 5));
  if (unsound.length > 0) process.exitCode = 1;
});
