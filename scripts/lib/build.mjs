import { createHash } from 'node:crypto';
import { readFile, readdir, writeFile } from 'node:fs/promises';
import { existsSync } from 'node:fs';
import { compressFiles } from './compress.mjs';
import { inRoot, inTurn, run, step } from './run.mjs';

/** A fingerprint of everything a part is built from. */
async function fingerprint(folders, files) {
  const hash = createHash('sha256');
  for (const folder of folders) {
    const entries = await readdir(inRoot(folder), { recursive: true, withFileTypes: true });
    const files = entries.filter((entry) => entry.isFile()).map((entry) => `${entry.parentPath}/${entry.name}`);
    for (const file of files.sort()) hash.update(file).update(await readFile(file));
  }
  for (const file of ['package-lock.json', 'tsconfig.base.json', ...files]) hash.update(await readFile(inRoot(file)));
  return hash.digest('hex');
}

async function unlessBuilt(title, product, { folders, files = [] }, work) {
  await step(title, async () => {
    const stamp = inRoot(product, '.built-from');
    const wanted = await fingerprint(folders, files);
    const built = async () => existsSync(stamp) && (await readFile(stamp, 'utf8')) === wanted;
    if (await built()) return 'ready';
    return inTurn(`build-${product.split('/')[1]}`, async () => {
      if (await built()) return 'ready';
      await work();
      await writeFile(stamp, wanted);
      return 'done';
    });
  });
}

export const buildServer = () =>
  unlessBuilt(
    'Server build',
    'apps/server/dist',
    { folders: ['packages/core/src', 'packages/words/src', 'apps/server/src'] },
    () => run('npx', ['tsc', '-b', 'apps/server']),
  );

export const buildWeb = () =>
  unlessBuilt(
    'Web build',
    'apps/web/dist',
    {
      folders: ['packages/core/src', 'packages/words/src', 'apps/web/src', 'apps/web/sw', 'apps/web/public'],
      files: [
        'apps/web/index.html',
        'apps/web/vite.config.ts',
        'apps/web/vite.sw.config.ts',
        'scripts/lib/compress.mjs',
      ],
    },
    async () => {
      await run('npx', ['vite', 'build', '--logLevel', 'warn'], { cwd: inRoot('apps/web') });
      await run('npx', ['vite', 'build', '--logLevel', 'warn', '--config', 'vite.sw.config.ts'], {
        cwd: inRoot('apps/web'),
      });
      await compressFiles(inRoot('apps/web/dist'));
    },
  );
