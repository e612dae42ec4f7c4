import { fork } from 'node:child_process';
import { freePort } from './postgres.mjs';
import { inRoot } from './run.mjs';
import { SERVER_FLAGS, serverSettings } from './serve.mjs';

/** Processes that have the program loaded, each serving one database at a time; see `serve-host.mjs`. */
export class HostPool {
  #idle = [];
  #all = new Set();

  async serve(cluster, database) {
    const host = this.#idle.pop() ?? this.#opened();
    const port = await freePort();
    const said = await host.ask({ start: serverSettings(cluster, database, port) });
    return {
      url: `http://127.0.0.1:${port}`,
      setUpCode: said?.setUpCode,
      stop: async () => {
        await host.ask({});
        this.#idle.push(host);
      },
    };
  }

  end() {
    for (const child of this.#all) child.disconnect();
  }

  #opened() {
    const child = fork(inRoot('scripts/lib/serve-host.mjs'), [], {
      execArgv: SERVER_FLAGS,
      env: { ...process.env, NODE_ENV: 'production' },
    });
    this.#all.add(child);
    const waiting = new Map();
    let asked = 0;
    child.on('message', ({ asked: which, result, failure }) => {
      const { resolve, reject } = waiting.get(which);
      waiting.delete(which);
      if (failure === undefined) resolve(result);
      else reject(new Error(failure));
    });
    child.once('exit', (code) => {
      this.#all.delete(child);
      for (const { reject } of waiting.values()) reject(new Error(`The server ended with ${code}.`));
    });
    return {
      ask: (message) =>
        new Promise((resolve, reject) => {
          asked += 1;
          waiting.set(asked, { resolve, reject });
          child.send({ ...message, asked });
        }),
    };
  }
}
