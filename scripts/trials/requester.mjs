import { Agent, request } from 'node:http';

/**
 * Sends each request from a different address (as a proxy header), so that none is throttled and the audit log
 * identifies each request.
 */
export class Requester {
  #sent = 0;

  constructor(url) {
    this.url = new URL(url);
    this.agent = new Agent({ keepAlive: true, maxSockets: 8 });
  }

  address() {
    this.#sent += 1;
    return `10.${(this.#sent >> 16) & 255}.${(this.#sent >> 8) & 255}.${this.#sent & 255}`;
  }

  /** Sends one request; returns status, type and text of the answer, and the address used. */
  send({ method, path, query = {}, headers = {}, body, bytes, cookie = null }) {
    const from = this.address();
    const search = new URLSearchParams(
      Object.entries(query).map(([name, value]) => [name, typeof value === 'string' ? value : JSON.stringify(value)]),
    ).toString();
    const content = bytes ?? (body === undefined ? undefined : Buffer.from(JSON.stringify(body)));
    const type = bytes === undefined ? 'application/json' : 'application/octet-stream';
    return new Promise((resolve, reject) => {
      const sent = request(
        {
          hostname: this.url.hostname,
          port: this.url.port,
          method,
          path: search === '' ? path : `${path}?${search}`,
          agent: this.agent,
          timeout: 20_000,
          headers: {
            origin: this.url.origin,
            'x-forwarded-for': from,
            ...(cookie && { cookie }),
            ...(content !== undefined && { 'content-type': type, 'content-length': content.length }),
            ...headers,
          },
        },
        (answer) => {
          const chunks = [];
          answer.on('data', (chunk) => chunks.push(chunk));
          answer.on('error', reject);
          answer.on('end', () => {
            const text = Buffer.concat(chunks).toString();
            resolve({
              status: answer.statusCode,
              type: answer.headers['content-type'] ?? '',
              headers: answer.headers,
              text,
              from,
            });
          });
        },
      );
      sent.on('timeout', () => sent.destroy(new Error('no answer within 20 s')));
      sent.on('error', reject);
      sent.end(content);
    });
  }

  /** The same, when it must succeed; the body of the answer. */
  async must(asked) {
    const answer = await this.send(asked);
    if (answer.status >= 300) throw new Error(`${asked.method} ${asked.path}: ${answer.status} ${answer.text}`);
    return answer.text === '' ? null : JSON.parse(answer.text);
  }

  close() {
    this.agent.destroy();
  }
}
