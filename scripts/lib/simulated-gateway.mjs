import { createServer } from 'node:http';

const A_PAGE = 50;

/** The faults that it can simulate. */
export const WELL = { lag: 0, repeat: false, back: 0, drop: 0, slow: 0, fail: false };

/**
 * A simulated gateway for a fleet: every machine works a little while it runs. All its data is marked as simulated.
 * @param fleet `{ tag, serial, kind, hours }` at its start
 * @param ways the faults to simulate; may be changed while it runs
 */
export function simulatedGateway(fleet, ways = { ...WELL }, now = () => Date.now()) {
  const began = now();
  let repeated = null;
  const hoursOf = ({ hours }, index, at) => {
    // Machines run between a quarter and three quarters of the time.
    const ran = ((at - began) / 3_600_000) * (0.25 + 0.25 * (index % 3));
    const jump = ways.back > 0 && index % 7 === 0 ? ways.back : 0;
    return Math.max(0, Math.round((hours + ran - jump) * 10) / 10);
  };
  const page = (number) => {
    const at = now() - ways.lag * 60_000;
    const from = (number - 1) * A_PAGE;
    return {
      at,
      machines: fleet.slice(from, from + A_PAGE).map((machine, place) => ({
        ...machine,
        hours: hoursOf(machine, from + place, at),
      })),
      next: from + A_PAGE < fleet.length ? `/fleet/${number + 1}` : null,
    };
  };
  const answer = async (request, response) => {
    const url = new URL(request.url, 'http://gateway');
    if (url.pathname === '/be') {
      for (const [name, value] of url.searchParams)
        if (name in WELL) ways[name] = typeof WELL[name] === 'boolean' ? value !== 'false' : Number(value);
      return response.end(`${JSON.stringify(ways)}\n`);
    }
    const number = Number(/^\/fleet\/(\d+)$/.exec(url.pathname)?.[1] ?? 0);
    if (number < 1) return response.writeHead(404).end();
    if (ways.slow > 0) await new Promise((resolve) => setTimeout(resolve, ways.slow * 1000));
    if (ways.fail) return response.writeHead(503).end();
    if (ways.drop === number) return response.writeHead(404).end();
    const fresh = page(number);
    if (ways.repeat) repeated ??= new Map();
    else repeated = null;
    const shown = repeated?.get(number) ?? fresh;
    repeated?.set(number, shown);
    const xml = url.searchParams.get('format') === 'xml';
    if (xml && shown.next !== null) shown.next = `${shown.next.split('?')[0]}?format=xml`;
    response.setHeader('Content-Type', xml ? 'application/xml' : 'application/json');
    return response.end(xml ? asXml(shown) : asJson(shown));
  };
  return createServer((request, response) => void answer(request, response));
}

const iso = (at) => new Date(at).toISOString();

/** In the shape of ISO 15143-3 (names of the fields from memory). */
const asJson = ({ at, machines, next }) =>
  JSON.stringify({
    Version: '1',
    SnapshotTime: iso(at),
    Links: next === null ? [] : [{ Rel: 'next', Href: next }],
    Equipment: machines.map(({ tag, serial, kind, hours }) => ({
      EquipmentHeader: { OEMName: 'SIMULATED', Model: kind, EquipmentID: tag, SerialNumber: serial },
      CumulativeOperatingHours: { Datetime: iso(at), Hour: hours },
    })),
  });

const escaped = (text) => text.replace(/[<>&"']/g, (each) => `&#${each.charCodeAt(0)};`);
const asXml = ({ at, machines, next }) => `<?xml version="1.0" encoding="UTF-8"?>
<Fleet version="1" snapshotTime="${iso(at)}">
${next === null ? '' : `<Links><rel>next</rel><href>${escaped(next)}</href></Links>\n`}${machines
  .map(
    ({ tag, serial, kind, hours }) =>
      `<Equipment><EquipmentHeader><OEMName>SIMULATED</OEMName><Model>${escaped(kind)}</Model><EquipmentID>${escaped(tag)}</EquipmentID><SerialNumber>${escaped(serial)}</SerialNumber></EquipmentHeader><CumulativeOperatingHours datetime="${iso(at)}"><Hour>${hours}</Hour></CumulativeOperatingHours></Equipment>`,
  )
  .join('\n')}
</Fleet>
`;
