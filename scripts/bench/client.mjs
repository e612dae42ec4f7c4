import { brotliDecompressSync } from 'node:zlib';
import { request, Agent } from 'node:http';

/** Signs in as one of the demo's people and sends requests over persistent connections, as browsers do. */
export class Client {
  #agent = new Agent({ keepAlive: true, maxSockets: Infinity });

  static async signedIn(url, initials = 'IP') {
    const client = new Client();
    client.url = url;
    const options = await (await fetch(`${url}/api/sign-in`)).json();
    const answer = await fetch(`${url}/api/sign-in`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: url },
      body: JSON.stringify({ initials, passphrase: options.demo.passphrase }),
    });
    client.cookie = answer.headers.get('set-cookie').split(';')[0];
    return client;
  }

  /** @returns the status, the body, and the number of bytes received */
  ask(method, path, body) {
    const payload = body === undefined ? undefined : JSON.stringify(body);
    return new Promise((resolve, reject) => {
      const sent = request(
        this.url + path,
        {
          method,
          agent: this.#agent,
          headers: {
            cookie: this.cookie,
            origin: this.url,
            'accept-encoding': 'br',
            ...(payload !== undefined && {
              'content-type': 'application/json',
              'content-length': Buffer.byteLength(payload),
            }),
          },
        },
        (answer) => {
          const chunks = [];
          answer.on('data', (chunk) => chunks.push(chunk));
          answer.on('end', () => {
            const bytes = Buffer.concat(chunks);
            const plain = answer.headers['content-encoding'] === 'br' ? brotliDecompressSync(bytes) : bytes;
            resolve({
              status: answer.statusCode,
              bytes: bytes.length,
              body: plain.length === 0 ? null : JSON.parse(plain.toString()),
            });
          });
          answer.on('error', reject);
        },
      );
      sent.on('error', reject);
      sent.end(payload);
    });
  }

  async get(path) {
    const answer = await this.ask('GET', path);
    if (answer.status !== 200) throw new Error(`${path}: ${answer.status} ${JSON.stringify(answer.body)}`);
    return answer;
  }
}
