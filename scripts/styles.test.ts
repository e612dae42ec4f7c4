import { expect, it } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const WEB = fileURLToPath(new URL('../apps/web/src/', import.meta.url));

const files = (ending: RegExp): string[] =>
  (readdirSync(WEB, { recursive: true }) as string[]).filter((name) => ending.test(name) && !/\.test\./.test(name));
/** A feature, or the code that is loaded with every page. */
const areaOf = (name: string): string => /^features\/([^/]+)\//.exec(name)?.[1] ?? 'shared';

/** The style sheets with rules for each class. */
function areasOfClasses(): ReadonlyMap<string, ReadonlySet<string>> {
  const areas = new Map<string, Set<string>>();
  for (const name of files(/\.css$/)) {
    const sheet = readFileSync(`${WEB}${name}`, 'utf8').replace(/\/\*[^*]*\*\//g, '');
    for (const selector of sheet.split('{').map((part) => part.slice(part.lastIndexOf('}') + 1)))
      for (const [, found = ''] of selector.matchAll(/\.([a-z][\w-]*)/g))
        areas.set(found, (areas.get(found) ?? new Set()).add(areaOf(name)));
  }
  return areas;
}

it('a feature wears only its own style sheet and the shared ones: a page loads no other', () => {
  const areas = areasOfClasses();
  const borrowed = files(/\.tsx$/).flatMap((name) => {
    const words = [...readFileSync(`${WEB}${name}`, 'utf8').matchAll(/className=(?:"([^"]*)"|\{([^}]*)\})/g)];
    const worn = new Set(
      words.flatMap(([, plain = '', code = '']) => `${plain} ${code}`.match(/[a-z][a-z0-9-]*/g) ?? []),
    );
    return [...worn].flatMap((found) => {
      const at = areas.get(found);
      return at === undefined || at.has('shared') || at.has(areaOf(name))
        ? []
        : [`${name}: .${found} of ${[...at].join(', ')}`];
    });
  });
  expect(areas.size).toBeGreaterThan(100);
  expect(borrowed).toEqual([]);
});
