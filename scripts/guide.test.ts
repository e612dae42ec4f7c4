import { expect, it } from '@jest/globals';
import { existsSync, readFileSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

const GUIDE = fileURLToPath(new URL('../docs/guide/', import.meta.url));
const HELD = /\.(?:test|spec)\.ts$|trial\.mjs$|neighbors\.mjs$/;

/** Lines with a claim: table rows below the head, and list entries. */
function claimsOf(page: string): string[] {
  const lines = readFileSync(`${GUIDE}${page}`, 'utf8').split('\n');
  const end = lines.findIndex((line) => line.startsWith('## Left to the shop'));
  const adding = end < 0 ? lines : lines.slice(0, end);
  return adding.filter(
    (line, at) =>
      line.startsWith('- ') || (line.startsWith('| ') && !line.startsWith('| -') && !adding[at + 1]?.startsWith('| -')),
  );
}

const linksIn = (claim: string): (readonly [string, string])[] =>
  [...claim.matchAll(/\[([^[\]]+)\]\(([^)]+)\)/g)].map(([, title = '', path = '']) => [title, path]);

it.each(['security.md', 'files.md'])('%s claims only what a test holds, and names it', (page) => {
  const claims = claimsOf(page);
  expect(claims.length).toBeGreaterThan(10);
  for (const claim of claims) {
    const tests = linksIn(claim).filter(([, path]) => HELD.test(path));
    expect([claim, tests.length]).not.toEqual([claim, 0]);
    for (const [title, path] of tests) {
      const file = resolve(dirname(`${GUIDE}${page}`), path);
      expect([path, existsSync(file)]).toEqual([path, true]);
      // As written in the code, where a quotation mark may be escaped.
      const code = readFileSync(file, 'utf8').replaceAll('\\', '').replaceAll('\n', ' ');
      expect([title, code.includes(title.replaceAll('\\', ''))]).toEqual([title, true]);
    }
  }
});
