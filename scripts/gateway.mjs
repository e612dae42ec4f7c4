import { Impossible, main } from './lib/run.mjs';
import { WELL, simulatedGateway } from './lib/simulated-gateway.mjs';

/**
 * A simulated gateway for the demo, which must be running: `npm run gateway [-- --port 4090] [--lag MINUTES] [--repeat]
 * [--back HOURS] [--drop PAGE] [--slow SECONDS] [--fail]`. Its settings can be changed while it runs: `/be?fail=true`.
 * It serves loopback only and ends with Ctrl+C.
 */
const DEMO = process.env.DEMO_URL ?? 'http://127.0.0.1:4080';

function waysFrom(args) {
  const ways = { ...WELL };
  let port = 4090;
  for (let at = 0; at < args.length; at += 1) {
    const name = args[at].replace(/^--/, '');
    const isNumber = name === 'port' || typeof WELL[name] === 'number';
    const value = isNumber ? Number(args[(at += 1)]) : true;
    if (!(name in WELL) && name !== 'port')
      throw new Impossible(`There is no ${args[at]}: see the head of scripts/gateway.mjs.`);
    if (Number.isNaN(value)) throw new Impossible(`--${name} needs a number.`);
    if (name === 'port') port = value;
    else ways[name] = value;
  }
  return { ways, port };
}

/** The demo's units that have a meter, read through the API as a demo person. */
async function demoFleet() {
  const origin = new URL(DEMO).origin;
  const ask = async (path, init = {}) => {
    const answer = await fetch(`${origin}${path}`, init).catch(() => null);
    if (answer === null) throw new Impossible(`No demo answers at ${origin}: start it with "npm start".`);
    return answer;
  };
  const { demo } = await (await ask('/api/sign-in')).json();
  if (!demo) throw new Impossible(`${origin} is no demo.`);
  const signedIn = await ask('/api/sign-in', {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin },
    body: JSON.stringify({ initials: demo.people[0].initials, passphrase: demo.passphrase }),
  });
  const cookie = signedIn.headers.get('set-cookie')?.split(';')[0] ?? '';
  const fleet = [];
  for (let next = ''; next !== null;) {
    const page = await (await ask(`/api/register?limit=300${next}`, { headers: { cookie } })).json();
    fleet.push(...page.lines.filter(({ hoursNow, use }) => hoursNow !== null && use === 'in-service'));
    next = page.next === null ? null : `&cursor=${page.next}`;
  }
  return fleet.map(({ tag, serial, kind, hoursNow }) => ({ tag, serial, kind, hours: hoursNow }));
}

await main(async () => {
  const { ways, port } = waysFrom(process.argv.slice(2));
  const fleet = [...(await demoFleet()), { tag: 'YARD-77', serial: 'SIM-77', kind: 'Loader', hours: 1204.5 }];
  const server = simulatedGateway(fleet, ways);
  await new Promise((resolve, reject) => server.once('error', reject).listen(port, '127.0.0.1', resolve));
  console.log(`Simulated gateway: ${fleet.length} machines at http://127.0.0.1:${port}/fleet/1 (?format=xml for XML).`);
  console.log('Add this address in the demo: Hours, Feeds. Allow addresses inside the network for it.');
});
