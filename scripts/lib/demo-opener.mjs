import { createServer } from 'node:http';
import { HostPool } from './host-pool.mjs';
import { copyOfDemo, emptyShop } from './serve.mjs';

/**
 * Creates a demo, or a shop that is not set up yet, for HTTP requests on loopback: `POST /demo`, `POST /shop`. Each
 * has a database and a server of its own, so that journeys in different files cannot see each other.
 */
export async function withOpener(cluster, work) {
  const open = [];
  const hosts = new HostPool();
  let asked = 0;
  const kinds = {
    '/demo': () => copyOfDemo(cluster, `demo_${process.pid}_${asked}`),
    '/shop': () => emptyShop(cluster, `shop_${process.pid}_${asked}`),
  };
  // One at a time: the first loads the demo that the others copy.
  let turn = Promise.resolve();
  const server = createServer((request, response) => {
    const kind = kinds[request.url];
    if (request.method === 'DELETE') {
      turn = turn.then(async () => {
        const place = open.findIndex(({ url }) => url === decodeURIComponent(request.url.slice(1)));
        if (place >= 0) await open.splice(place, 1)[0].stop();
        response.end();
      });
    } else if (request.method === 'POST' && kind !== undefined) {
      turn = turn.then(async () => {
        asked += 1;
        const served = await kind()
          .then((database) => hosts.serve(cluster, database))
          .catch((error) => error);
        if (served instanceof Error) return response.writeHead(500).end(served.message);
        open.push(served);
        return response.end(JSON.stringify({ url: served.url, setUpCode: served.setUpCode }));
      });
    } else response.writeHead(404).end();
  });
  await new Promise((resolve) => server.listen(0, '127.0.0.1', resolve));
  try {
    return await work(`http://127.0.0.1:${server.address().port}`);
  } finally {
    server.closeAllConnections();
    server.close();
    await turn;
    await Promise.all(open.map((served) => served.stop()));
    hosts.end();
  }
}
