import { writeFile } from 'node:fs/promises';
import { buildServer } from './lib/build.mjs';
import { ensureNodePackages, ensureSystemPackages } from './lib/packages.mjs';
import { inRoot, main } from './lib/run.mjs';
import { Faults, isSound } from './trials/faults.mjs';
import { JobFaults } from './trials/job-faults.mjs';
import { neighborsTrial } from './trials/neighbors.mjs';
import { reliabilityPage } from './trials/reliability-page.mjs';

/**
 * Breaks the server, its database, its lines and its disk during writes, and ends programs that share a cluster.
 * `--write` renews the guide's page.
 */
await main(async () => {
  await ensureSystemPackages({ faketime: true });
  await ensureNodePackages();
  await buildServer();
  const rounds = 20;
  const writers = 8;
  const lines = await new Faults({ rounds, writers, say: (name) => console.log(`  ${name} …`) }).run();
  console.table(
    lines.map(({ refused, differing, unsound, ...line }) => ({
      ...line,
      refused: refused?.length,
      differing: differing?.length,
      unsound: unsound?.length,
    })),
  );
  const jobs = await new JobFaults({ rows: 60_000, say: (name) => console.log(`  ${name} …`) }).run({ long: true });
  console.table(jobs);
  const beside = await neighborsTrial((name) => console.log(`  ${name} …`));
  console.table(beside);
  const unsound = lines.filter((line) => !isSound(line));
  for (const { name, ...line } of unsound) console.error(name, JSON.stringify(line).slice(0, 2000));
  if (process.argv.includes('--write'))
    await writeFile(inRoot('docs/guide/reliability.md'), reliabilityPage(lines, beside, { writers, jobs }));
  if (unsound.length > 0 || [...jobs, ...beside].some(({ failure }) => failure !== null)) process.exitCode = 1;
});
