import { chromium } from '@playwright/test';
import { median, rounded } from './bench/timing.mjs';
import { buildServer, buildWeb } from './lib/build.mjs';
import { growFleet } from './lib/grown-fleet.mjs';
import { ensureNodePackages, ensureSystemPackages, chromiumPath } from './lib/packages.mjs';
import { main } from './lib/run.mjs';
import { serveDemo, serveOn, withCluster } from './lib/serve.mjs';

/**
 * The yard of a grown fleet in Chromium: `npm run bench:yard -- 100000`. Measures the time until the sentence, the
 * lanes and the queue are shown, the time of a change of the axis, the bytes transferred, and the number of elements on
 * the page. Browser, server and database share one machine.
 */
const TIMES = 7;
const AXES = ['Days left', 'Share of interval', 'Run-hours left'];

await main(async () => {
  const sizes = process.argv.length > 2 ? process.argv.slice(2).map(Number) : [1000, 100_000];
  await ensureSystemPackages({ chromium: true });
  await ensureNodePackages();
  await buildServer();
  await buildWeb();
  const lines = [];
  await withCluster('bench-yard', async (cluster) => {
    for (const units of sizes) {
      const name = `fleet_${units}`;
      await (await serveDemo(cluster, name)).stop();
      await growFleet(cluster.url(name, 'admin'), { units });
      const served = await serveOn(cluster, name, {});
      try {
        lines.push({ units, ...(await look(served.url)) });
      } finally {
        await served.stop();
      }
    }
  });
  console.table(lines);
});

async function look(url) {
  const browser = await chromium.launch({
    executablePath: chromiumPath(),
    args: ['--no-sandbox', '--disable-dev-shm-usage'],
  });
  try {
    const context = await browser.newContext({ baseURL: url, viewport: { width: 1280, height: 800 } });
    const options = await (await context.request.get('/api/sign-in')).json();
    await context.request.post('/api/sign-in', {
      headers: { origin: url },
      data: { initials: 'OF', passphrase: options.demo.passphrase },
    });
    while ((await (await context.request.get('/api/statuses/recomputing')).json()).units > 0)
      await new Promise((done) => setTimeout(done, 500));
    const visits = [];
    for (let visit = 0; visit <= TIMES; visit += 1) visits.push(await visitOf(context));
    const [first, ...later] = visits;
    const page = await context.newPage();
    await page.goto('/yard');
    const axes = [];
    for (const name of AXES) axes.push(await axisChange(page, name));
    const filters = [];
    for (let place = 1; place <= TIMES; place += 1) filters.push(await filterChange(page, place));
    return {
      'script of a first visit, kB': rounded(first.scriptBytes / 1000),
      'script of the next, kB': rounded(later[0].scriptBytes / 1000),
      'yard answer, kB': rounded(first.yardBytes / 1000),
      'first visit, ms': rounded(first.ms),
      'sentence, lanes and queue, ms': rounded(median(later.map(({ ms }) => ms))),
      'change of axis, ms': rounded(median(axes)),
      'change of filter, ms': rounded(median(filters)),
      elements: first.elements,
    };
  } finally {
    await browser.close();
  }
}

async function visitOf(context) {
  const page = await context.newPage();
  const session = await context.newCDPSession(page);
  await session.send('Network.enable');
  const answers = new Map();
  let [scriptBytes, yardBytes] = [0, 0];
  session.on('Network.responseReceived', ({ requestId, response, type }) => answers.set(requestId, { response, type }));
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    const answer = answers.get(requestId);
    if (answer === undefined || answer.response.fromDiskCache || answer.response.fromServiceWorker) return;
    if (answer.type === 'Script') scriptBytes += encodedDataLength;
    if (answer.response.url.includes('/api/yard?')) yardBytes += encodedDataLength;
  });
  const began = performance.now();
  await page.goto('/yard', { waitUntil: 'commit' });
  for (const part of ['.sentence h1', '.lane svg', '.queue-line']) await page.waitForSelector(part);
  const ms = performance.now() - began;
  // Requests after the page is shown count too; those of its service worker for later use do not.
  await page.waitForTimeout(800);
  const elements = await page.evaluate(() => globalThis.document.querySelectorAll('*').length);
  await page.close();
  return { ms, scriptBytes, yardBytes, elements };
}

/** From the click to the first frame that changed; the pointer was already over the control. */
async function axisChange(page, name) {
  await page.hover(`text=${name}`);
  await page.waitForTimeout(1500);
  return pressed(page, '.ant-segmented-item', name);
}

/** The same for choosing a kind of machine from the open list. */
async function filterChange(page, place) {
  await page.getByLabel('Kind', { exact: true }).click();
  const option = page.locator('.ant-select-item-option').nth(place);
  const words = await option.textContent();
  await option.hover();
  await page.waitForTimeout(1500);
  return pressed(page, '.ant-select-item-option', words);
}

function pressed(page, selector, words) {
  return page.evaluate(
    async ([choices, wanted]) => {
      const lanes = () => globalThis.document.querySelector('.run-line')?.innerHTML;
      const before = lanes();
      const choice = [...globalThis.document.querySelectorAll(choices)].find((each) => each.textContent === wanted);
      const began = performance.now();
      choice.click();
      while (lanes() === before) await new Promise((done) => globalThis.requestAnimationFrame(done));
      return performance.now() - began;
    },
    [selector, words],
  );
}
