import * as jestGlobals from '@jest/globals';
import { appendFile } from 'node:fs/promises';

/**
 * Replaces `@jest/globals` in the test files of a group. While a file is imported its `describe`, `it` and hooks are
 * recorded; they are run inside a block of that file, so that files of a group keep their hooks apart.
 */
let recorded = null;
const TIMINGS = new URL('../../../test-results/timings.jsonl', import.meta.url);

/** @param steps from the global to this value: properties and calls */
const chained = (global, steps) =>
  new Proxy(() => undefined, {
    get: (_, property) => chained(global, [...steps, (value) => value[property]]),
    apply: (_, __, args) => {
      const called = [...steps, (value) => value(...args)];
      const run = () => called.reduce((value, step) => step(value), global);
      if (recorded === null) return run();
      // `it.each(table)` alone changes nothing: recording it beside `it.each(table)(name, test)` does no harm.
      recorded.push(run);
      return chained(global, called);
    },
  });

const { jest, expect } = jestGlobals;
const [describe, it, test] = [jestGlobals.describe, jestGlobals.it, jestGlobals.test].map((each) => chained(each, []));
const [beforeAll, beforeEach, afterEach, afterAll] = [
  jestGlobals.beforeAll,
  jestGlobals.beforeEach,
  jestGlobals.afterEach,
  jestGlobals.afterAll,
].map((each) => chained(each, []));
export { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it, jest, test };

/** Imports a test file and runs it as a block of the group; one that cannot be imported is a failed test. */
export async function suite(file, load) {
  recorded = [];
  const failure = await load().then(
    () => null,
    (error) => error,
  );
  const steps = recorded;
  recorded = null;
  jestGlobals.describe(file, () => {
    let began = 0;
    jestGlobals.beforeAll(() => void (began = performance.now()));
    if (failure === null) for (const step of steps) step();
    // Registered after the hooks of the file, because Jest runs them in order of registration.
    jestGlobals.afterAll(() =>
      appendFile(TIMINGS, `${JSON.stringify({ file, ms: Math.round(performance.now() - began) })}\n`),
    );
    if (failure !== null)
      jestGlobals.it('is imported', () => {
        throw failure;
      });
  });
}
