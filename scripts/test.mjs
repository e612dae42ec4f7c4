import { mkdir, readFile, readdir, rm } from 'node:fs/promises';
import { dirname } from 'node:path';
import { stripVTControlCharacters } from 'node:util';
import { buildServer, buildWeb } from './lib/build.mjs';
import { chromiumPath, ensureNodePackages, ensureSystemPackages } from './lib/packages.mjs';
import { inRoot, main, run } from './lib/run.mjs';
import jestConfig from '../jest.config.mjs';
import { keepTimings, timings, writeGroups } from './lib/grouped/groups.mjs';
import { withOpener } from './lib/demo-opener.mjs';
import { withCluster } from './lib/serve.mjs';
import { backupTrial } from './trials/backup-trial.mjs';
import { Faults, isSound } from './trials/faults.mjs';
import { Fuzz, isClean } from './trials/fuzz.mjs';
import { JobFaults } from './trials/job-faults.mjs';
import { neighborsTrial } from './trials/neighbors.mjs';

/**
 * Runs all tests on a bare machine: missing packages are installed first. `--only NAME` runs one suite: types, lint,
 * format, imports, contract, jest, journeys, backup, fuzz, faults, job-faults, neighbors; `--grep WORDS` narrows the
 * journeys. `quick`, for daily work: types, lint of what changed, the core, and the tests beside the changed files.
 * Ends with one line that counts over all of them.
 */
const quick = process.argv.includes('quick');
const only = process.argv.includes('--only') ? process.argv[process.argv.indexOf('--only') + 1] : null;
const grep = process.argv.includes('--grep') ? ['--grep', process.argv[process.argv.indexOf('--grep') + 1]] : [];
const total = { passed: 0, failed: 0 };
/** Name and message of each failed test, for the end of the output: only the end of a long log may be kept. */
const failures = [];
const results = inRoot('test-results');
const TRIALS = ['faults', 'job-faults', 'neighbors'];
const FUZZ_TRIES = 1500;
/** Fixed, so that a clean clone does not fail by chance; changed on purpose. Long runs draw their seeds. */
const FUZZ_SEED = 20261130;

await main(async () => {
  await ensureSystemPackages({ chromium: only === null || only === 'journeys' });
  await ensureNodePackages();
  await mkdir(results, { recursive: true });
  if (quick) {
    await quickly();
    return sumUp();
  }
  // Lint takes one core, for as long as the other checks together.
  const lint = one('lint', () => run('npx', ['eslint', '.', '--max-warnings', '0']));
  await one('types', () => run('npx', ['tsc', '-b', 'tsconfig.json']));
  await one('format', () => run('npx', ['prettier', '--check', '.']));
  await one('imports', () => run('npm', ['run', '--silent', 'imports']));
  await one('contract', () => run('node', [inRoot('scripts/contract.mjs'), '--check']));
  await lint;
  if (only === null || TRIALS.includes(only)) await buildServer();
  // These trials mostly wait and use clusters of their own, so they run concurrently with Jest, which waits for
  // PostgreSQL half of the time.
  const trials = Promise.all([
    many('faults', faults),
    many('job-faults', () => proven(new JobFaults({ rows: 12_000 }).run({ long: false }))),
    many('neighbors', () => proven(neighborsTrial())),
  ]);
  await withCluster('tests', async (cluster) => {
    await many('jest', () => jest(cluster));
    await trials;
    await many('journeys', () => journeys(cluster));
    await Promise.all([many('backup', () => proven(backupTrial(cluster))), many('fuzz', () => fuzz(cluster))]);
  });
  sumUp();
});

function sumUp() {
  for (const { name, message } of failures) console.log(`\nFAILED  ${name}\n${shortened(message)}`);
  console.log(`\n${total.passed} passed, ${total.failed} failed`);
  if (total.failed > 0) process.exitCode = 1;
}

/** The first lines of a message, without colors. */
function shortened(message) {
  const lines = stripVTControlCharacters(String(message)).split('\n');
  return lines
    .slice(0, 12)
    .map((line) => `    ${line.slice(0, 300)}`)
    .join('\n');
}

/** A fast subset that covers the changed files, in about a minute. */
async function quickly() {
  const files = await changedFiles();
  const code = files.filter((file) => /[.](ts|tsx|mjs)$/.test(file));
  await Promise.all([
    one('types', () => run('npx', ['tsc', '-b', 'tsconfig.json'])),
    code.length > 0 && one('lint', () => run('npx', ['eslint', ...code, '--no-warn-ignored', '--max-warnings', '0'])),
  ]);
  const folders = new Set(code.filter((file) => /^(apps|scripts)[/]/.test(file)).map((file) => dirname(file)));
  const beside = await Promise.all(
    [...folders].map(async (folder) =>
      (await readdir(inRoot(folder)).catch(() => []))
        .filter((name) => /[.]test[.]tsx?$/.test(name))
        .map((name) => inRoot(folder, name)),
    ),
  );
  const packages = (await readdir(inRoot('packages'), { recursive: true }))
    .filter((name) => /^[a-z]+[/]src[/].*[.]test[.]ts$/.test(name))
    .map((name) => inRoot('packages', name));
  await withCluster('quick', (cluster) =>
    many('jest', () => jest(cluster, ['--runTestsByPath', ...packages, ...beside.flat()])),
  );
}

/** Files that differ from the commit before the last one, or that are not committed. */
async function changedFiles() {
  const listed = await Promise.all([
    run('git', ['diff', '--name-only', '--diff-filter=d', 'HEAD~1']).catch(() => ''),
    run('git', ['ls-files', '--others', '--exclude-standard']),
  ]);
  return [
    ...new Set(
      listed
        .join('\n')
        .split('\n')
        .filter((line) => line !== ''),
    ),
  ];
}

/** A check that passes or fails as a whole. */
async function one(name, work) {
  await many(name, async () => {
    await work();
    return { passed: 1, failed: 0 };
  });
}

async function many(name, work) {
  if (only !== null && only !== name) return;
  const started = performance.now();
  process.stdout.write(`\n${name}\n`);
  const {
    passed,
    failed,
    failures: some = [],
  } = await work().catch((error) => {
    console.error(error.message);
    return { passed: 0, failed: 1, failures: [{ name: '', message: error.message }] };
  });
  failures.push(...some.map(({ name: test, message }) => ({ name: `${name}: ${test}`, message })));
  total.passed += passed;
  total.failed += failed;
  console.log(`  ${name}: ${passed} passed, ${failed} failed (${((performance.now() - started) / 1000).toFixed(1)} s)`);
}

/** @param some options that select files; without them all files run in groups that import the program once */
async function jest(cluster, some = null) {
  const file = `${results}/jest.json`;
  await rm(file, { force: true });
  if (some === null) await writeGroups(jestConfig.projects);
  const failure = await run(
    'node',
    [
      '--experimental-vm-modules',
      '--no-warnings',
      inRoot('node_modules/jest/bin/jest.js'),
      ...(some ?? ['--config', inRoot('scripts/lib/grouped/jest.config.mjs')]),
      '--json',
      '--outputFile',
      file,
      '--silent=false',
      '--reporters=default',
    ],
    {
      show: true,
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, ...testCluster(cluster) },
    },
  ).catch((error) => error);
  const report = JSON.parse(await readFile(file, 'utf8').catch(() => 'null'));
  if (report === null) throw failure;
  const took = some === null ? await timings() : [];
  for (const { file: name, ms } of took.slice(0, 10)) console.log(`  ${(ms / 1000).toFixed(1).padStart(6)} s  ${name}`);
  if (process.argv.includes('--keep-timings')) await keepTimings();
  // A file that could not run at all counts as one failure; Jest counts no test in it.
  const broken = report.testResults.filter(
    ({ status, assertionResults }) => status === 'failed' && assertionResults.length === 0,
  ).length;
  return {
    passed: report.numPassedTests,
    failed: report.numFailedTests + broken,
    failures: report.testResults
      .filter(({ status }) => status === 'failed')
      .flatMap(({ name, message, assertionResults }) => {
        const failed = assertionResults.filter((each) => each.status === 'failed');
        if (failed.length === 0) return [{ name, message }];
        return failed.map((each) => ({ name: each.fullName, message: each.failureMessages.join('\n') }));
      }),
  };
}

/** What the server tests need: a database each, made by the administrator, owned and served by the two other roles. */
function testCluster(cluster) {
  return {
    TEST_ADMIN_URL: cluster.url('postgres', 'admin'),
    TEST_OWNER_URL: cluster.url('postgres', 'owner'),
    TEST_APP_URL: cluster.url('postgres', 'app'),
  };
}

async function proven(results) {
  const all = await results;
  for (const { name, failure } of all) if (failure !== null) console.error(`  ${name}: ${failure}`);
  const failed = all.filter(({ failure }) => failure !== null);
  return {
    passed: all.length - failed.length,
    failed: failed.length,
    failures: failed.map(({ name, failure }) => ({ name, message: failure })),
  };
}

/** The short form of `npm run test:fuzz`. */
async function fuzz(cluster) {
  await buildServer();
  console.log(`  seed ${FUZZ_SEED}`);
  const result = await new Fuzz(cluster, { tries: FUZZ_TRIES, seed: FUZZ_SEED }).run();
  for (const fault of result.faults) console.error(fault);
  if (!isClean(result))
    console.error(
      result.health,
      'never taken:',
      result.unreached,
      'statuses:',
      result.differing,
      'unsound:',
      result.unsound,
    );
  if (!isClean(result))
    console.error(`make it again:  npm run test:fuzz -- --tries ${FUZZ_TRIES} --seed ${result.seed}`);
  if (isClean(result)) return { passed: 1, failed: 0 };
  return { passed: 0, failed: 1, failures: [{ name: `seed ${FUZZ_SEED}`, message: result.faults.join('\n') }] };
}

/** The short form of `npm run test:faults`. */
async function faults() {
  const lines = await new Faults({ rounds: 2 }).run();
  for (const { name, skipped } of lines) if (skipped !== undefined) console.log(`  not run: ${name} (${skipped})`);
  return proven(
    lines
      .filter(({ skipped }) => skipped === undefined)
      .map((line) => ({ name: line.name, failure: isSound(line) ? null : JSON.stringify(line) })),
  );
}

async function journeys(cluster) {
  await buildServer();
  await buildWeb();
  const file = `${results}/journeys.json`;
  await rm(file, { force: true });
  return withOpener(cluster, async (opener) => {
    const failure = await run('npx', ['playwright', 'test', '--reporter=line,json', ...grep], {
      cwd: inRoot('e2e'),
      show: true,
      env: {
        ...process.env,
        OPENER: opener,
        CHROMIUM: chromiumPath(),
        PLAYWRIGHT_JSON_OUTPUT_NAME: file,
        PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1',
      },
    }).catch((error) => error);
    const report = JSON.parse(await readFile(file, 'utf8').catch(() => 'null'));
    if (report === null) throw failure;
    return {
      passed: report.stats.expected + report.stats.flaky,
      failed: report.stats.unexpected + report.errors.length,
      failures: [
        ...report.errors.map(({ message }) => ({ name: 'error', message })),
        ...report.suites.flatMap(unexpected),
      ],
    };
  });
}

/** The failed journeys of a suite in Playwright's report, with the message of the last try. */
function unexpected({ specs = [], suites = [] }) {
  const own = specs
    .filter(({ ok }) => !ok)
    .map(({ file, line, title, tests }) => ({
      name: `${file}:${line} ${title}`,
      message: tests.flatMap(({ results }) => results).findLast(({ error }) => error !== undefined)?.error.message,
    }));
  return [...own, ...suites.flatMap(unexpected)];
}
