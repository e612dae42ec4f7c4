import { writeFile } from 'node:fs/promises';
import { buildServer } from './lib/build.mjs';
import { ensureNodePackages, ensureSystemPackages } from './lib/packages.mjs';
import { inRoot, main } from './lib/run.mjs';
import { withCluster } from './lib/serve.mjs';
import { badInputsPage } from './trials/bad-inputs-page.mjs';
import { Fuzz, isClean } from './trials/fuzz.mjs';

/** Bad inputs: `npm run test:fuzz [-- --tries 1000 --seed 7 --write]`. `--write` renews the guide's page. */
const option = (name, otherwise) =>
  process.argv.includes(name) ? Number(process.argv[process.argv.indexOf(name) + 1]) : otherwise;

await main(async () => {
  await ensureSystemPackages();
  await ensureNodePackages();
  await buildServer();
  await withCluster('fuzz', async (cluster) => {
    const fuzz = new Fuzz(cluster, { tries: option('--tries', 100_000), seed: option('--seed') });
    console.log(`seed ${fuzz.seed}`);
    // `kill -USR2` ends it early and still prints the report.
    process.once('SIGUSR2', () => fuzz.enough());
    const result = await fuzz.run((done) => console.log(`  ${done} tries`));
    console.table(Object.fromEntries([...result.byOperation].sort()));
    console.log('answers by status:', Object.fromEntries([...result.statuses].sort()));
    console.log('health beside it:', result.health, 'operations never taken:', result.unreached);
    for (const fault of result.faults) console.error(fault);
    if (result.differing.length > 0) console.error('statuses that differ:', result.differing);
    if (result.unsound.length > 0) console.error('rows that could not be entered:', result.unsound);
    if (process.argv.includes('--write')) await writeFile(inRoot('docs/guide/bad-inputs.md'), badInputsPage(result));
    if (!isClean(result)) process.exitCode = 1;
  });
});
