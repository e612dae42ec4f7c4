import { connect, createServer } from 'node:net';

/** A proxy between writers and server that cuts some answers in the middle, or requests before they arrive. */
export async function cuttingProxy(port, chance = 0.25) {
  let cuts = 0;
  const sockets = new Set();
  const proxy = createServer((client) => {
    const server = connect(port, '127.0.0.1');
    for (const socket of [client, server]) {
      sockets.add(socket);
      socket.on('error', () => undefined);
      socket.on('close', () => {
        sockets.delete(socket);
        client.destroy();
        server.destroy();
      });
    }
    const cut = () => {
      cuts += 1;
      client.destroy();
      server.destroy();
    };
    client.on('data', (chunk) => (Math.random() < chance / 3 ? cut() : server.write(chunk)));
    server.on('data', (chunk) => {
      if (Math.random() >= chance) return void client.write(chunk);
      client.write(chunk.subarray(0, Math.floor(chunk.length / 2)), cut);
    });
  });
  await new Promise((resolve) => proxy.listen(0, '127.0.0.1', resolve));
  return {
    url: `http://127.0.0.1:${proxy.address().port}`,
    cuts: () => cuts,
    close: () => {
      for (const socket of sockets) socket.destroy();
      return new Promise((resolve) => proxy.close(resolve));
    },
  };
}
