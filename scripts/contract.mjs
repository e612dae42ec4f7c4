import { readFile, writeFile } from 'node:fs/promises';
import { buildServer } from './lib/build.mjs';
import { textLimitsModule } from './lib/text-limits.mjs';
import { Impossible, inRoot, main, run, step } from './lib/run.mjs';

const CONTRACT = 'apps/server/openapi.json';
const CLIENT = 'apps/web/src/shared/api/generated.ts';
const LIMITS = 'apps/web/src/shared/api/text-limits.ts';
const WRITTEN = [CONTRACT, CLIENT, LIMITS];

/** Writes the contract from the server's own types, and the web client from the contract. `--check` only compares. */
await main(async () => {
  await buildServer();
  const before = await Promise.all(WRITTEN.map((file) => readFile(inRoot(file), 'utf8').catch(() => '')));
  await step('Contract and client', async () => {
    await run('node', [inRoot('apps/server/dist/contract.js'), inRoot(CONTRACT)]);
    await run('npx', ['rtk-query-codegen-openapi', 'openapi-codegen.cjs'], { cwd: inRoot('apps/web') });
    // The generator omits the file extension, which Node's module resolution requires.
    const client = await readFile(inRoot(CLIENT), 'utf8');
    await writeFile(inRoot(CLIENT), client.replace(/from '\.\/base'/, "from './base.ts'"));
    const contract = JSON.parse(await readFile(inRoot(CONTRACT), 'utf8'));
    await writeFile(inRoot(LIMITS), textLimitsModule(contract));
    await run('npx', ['prettier', '--write', inRoot(LIMITS)]);
  });
  const after = await Promise.all(WRITTEN.map((file) => readFile(inRoot(file), 'utf8')));
  if (process.argv.includes('--check') && after.some((text, index) => text !== before[index])) {
    throw new Impossible('The contract was stale. It has been written again: look at the difference and commit it.');
  }
});
