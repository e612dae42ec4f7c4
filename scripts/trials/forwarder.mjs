import { connect, createServer } from 'node:net';

/** Forwards one address to a changing port, like the address of a primary that moves to another machine. */
export class Forwarder {
  #sockets = new Set();
  #server;

  constructor(port) {
    this.target = port;
  }

  async open() {
    this.#server = createServer((client) => {
      const behind = connect(this.target, '127.0.0.1');
      for (const socket of [client, behind]) {
        this.#sockets.add(socket);
        socket.setNoDelay(true);
        socket.on('error', () => undefined);
        socket.on('close', () => {
          this.#sockets.delete(socket);
          client.destroy();
          behind.destroy();
        });
      }
      client.pipe(behind);
      behind.pipe(client);
    });
    await new Promise((resolve) => this.#server.listen(0, '127.0.0.1', resolve));
    this.port = this.#server.address().port;
    return this;
  }

  /** Forwards to another port from here on; existing connections are cut. */
  moveTo(port) {
    this.target = port;
    for (const socket of this.#sockets) socket.destroy();
  }

  close() {
    for (const socket of this.#sockets) socket.destroy();
    return new Promise((resolve) => this.#server.close(resolve));
  }
}
