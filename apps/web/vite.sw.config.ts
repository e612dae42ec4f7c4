import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { defineConfig } from 'vite';

interface Part {
  readonly file: string;
  readonly isEntry?: boolean;
  readonly imports?: readonly string[];
  readonly css?: readonly string[];
  readonly assets?: readonly string[];
}

const dist = new URL('dist/', import.meta.url);
const parts = JSON.parse(readFileSync(new URL('.vite/manifest.json', dist), 'utf8')) as Record<string, Part>;

/** What a part needs to run, and what it needs in turn. */
function needed(name: string, seen = new Set<string>()): Set<string> {
  const part = parts[name];
  if (part === undefined || seen.has(name)) return seen;
  seen.add(name);
  for (const each of part.imports ?? []) needed(each, seen);
  return seen;
}

/** The application itself, the bench, the hours, the page of a unit, and what opens over them: what a reload needs with the server away. */
const roots = Object.entries(parts).flatMap(([name, { isEntry }]) =>
  isEntry || /(?:features\/(?:bench|unit|hours|calculator)\/index\.ts|day-picker\.tsx|person-actions\.tsx)$/.test(name)
    ? [name]
    : [],
);
const files = new Set(
  roots.flatMap((root) =>
    [...needed(root)].flatMap((name) => {
      const { file, css = [], assets = [] } = parts[name] as Part;
      // Fonts beside the Latin ones are fetched where they are needed.
      return [file, ...css, ...assets.filter((asset) => !/-(?:vietnamese|latin-ext|cyrillic|greek)/.test(asset))];
    }),
  ),
);
const page = createHash('sha256')
  .update(readFileSync(new URL('index.html', dist)))
  .digest('hex');
const shell = [{ url: '/', revision: page }, ...[...files].map((file) => ({ url: `/${file}`, revision: null }))];

/** The service worker: built after the web, since it lists the files of the build. */
export default defineConfig({
  publicDir: false,
  define: { __SHELL__: JSON.stringify(shell), 'process.env.NODE_ENV': '"production"' },
  build: {
    target: 'es2023',
    emptyOutDir: false,
    lib: { entry: 'sw/sw.ts', formats: ['iife'], name: 'sw', fileName: () => 'sw.js' },
  },
});
