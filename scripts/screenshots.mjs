import { buildServer, buildWeb } from './lib/build.mjs';
import { chromiumPath, ensureNodePackages, ensureSystemPackages } from './lib/packages.mjs';
import { inRoot, main, run } from './lib/run.mjs';
import { withOpener } from './lib/demo-opener.mjs';
import { withCluster } from './lib/serve.mjs';

/** Takes the pictures of docs/screenshots from a fresh demo, along the journeys that are marked for it. */
await main(async () => {
  await ensureSystemPackages({ chromium: true });
  await ensureNodePackages();
  await buildServer();
  await buildWeb();
  await withCluster('pictures', (cluster) =>
    withOpener(cluster, (opener) =>
      run('npx', ['playwright', 'test', '--grep', '@pictures', '--reporter=line'], {
        cwd: inRoot('e2e'),
        show: true,
        env: { ...process.env, OPENER: opener, CHROMIUM: chromiumPath(), PICTURES_FOLDER: inRoot('docs/screenshots') },
      }),
    ),
  );
});
