import { buildServer, buildWeb } from './lib/build.mjs';
import { CHROMIUM, ensureNodePackages, ensureSystemPackages } from './lib/packages.mjs';
import { inRoot, main, run } from './lib/run.mjs';
import { serveDemo, serveShop, withCluster } from './lib/serve.mjs';

/** Takes the pictures of docs/screenshots from a fresh demo, along the journeys that are marked for it. */
await main(async () => {
  await ensureSystemPackages({ chromium: true });
  await ensureNodePackages();
  await buildServer();
  await buildWeb();
  await withCluster('pictures', async (cluster) => {
    const demo = await serveDemo(cluster);
    const shop = await serveShop(cluster);
    try {
      await run('npx', ['playwright', 'test', '--grep', '@pictures', '--reporter=line'], {
        cwd: inRoot('e2e'),
        show: true,
        env: {
          ...process.env,
          BASE_URL: demo.url,
          SHOP_URL: shop.url,
          SHOP_CODE: shop.setUpCode,
          CHROMIUM,
          PICTURES_FOLDER: inRoot('docs/screenshots'),
        },
      });
    } finally {
      await Promise.all([demo.stop(), shop.stop()]);
    }
  });
});
