import { buildServer, buildWeb } from './lib/build.mjs';
import { ensureNodePackages } from './lib/packages.mjs';
import { main } from './lib/run.mjs';

await main(async () => {
  await ensureNodePackages();
  await buildServer();
  await buildWeb();
});
