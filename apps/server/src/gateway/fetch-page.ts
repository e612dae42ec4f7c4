import { lookup as resolve } from 'node:dns';
import { type IncomingMessage, request as plain } from 'node:http';
import { request as secure } from 'node:https';
import { BlockList, isIP } from 'node:net';

/** Addresses of this machine and of networks that are not the open internet (RFC 6890 and its registry). */
const INSIDE = new BlockList();
for (const [net, bits] of [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.0.2.0', 24],
  ['192.88.99.0', 24],
  ['192.168.0.0', 16],
  ['198.18.0.0', 15],
  ['198.51.100.0', 24],
  ['203.0.113.0', 24],
  ['224.0.0.0', 4],
  ['240.0.0.0', 4],
] as const)
  INSIDE.addSubnet(net, bits, 'ipv4');
for (const [net, bits] of [
  // IPv6 addresses with an embedded IPv4 address, and how translators and tunnels map it.
  ['::', 96],
  ['64:ff9b::', 96],
  ['64:ff9b:1::', 48],
  ['2001::', 32],
  ['2002::', 16],
  ['100::', 64],
  ['2001:db8::', 32],
  ['fec0::', 10],
  ['fc00::', 7],
  ['fe80::', 10],
  ['ff00::', 8],
] as const)
  INSIDE.addSubnet(net, bits, 'ipv6');

export const isInside = (address: string): boolean => {
  const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(address)?.[1];
  if (mapped !== undefined) return INSIDE.check(mapped, 'ipv4');
  return INSIDE.check(address, isIP(address) === 6 ? 'ipv6' : 'ipv4');
};

export class NotFetched extends Error {}

export interface FetchOptions {
  /** Whether an owner allowed addresses inside the shop's network. */
  readonly inside: boolean;
  readonly authorization: string | null;
  readonly timeoutMs: number;
  readonly maxBytes: number;
}

/**
 * Fetches one page. The resolved address is checked at connect time, against DNS rebinding; redirects are not followed.
 * @throws NotFetched with the cause
 */
export function fetchPage(
  url: URL,
  options: FetchOptions,
): Promise<{ readonly text: string; readonly mediaType: string }> {
  const { inside, authorization, timeoutMs, maxBytes } = options;
  return new Promise((done, failed) => {
    const fail = (why: string): void => failed(new NotFetched(why));
    const host = url.hostname.replace(/^\[|\]$/g, '');
    if (isIP(host) !== 0 && !inside && isInside(host)) return fail('its address lies inside the shop’s network');
    const request = (url.protocol === 'https:' ? secure : plain)(
      url,
      {
        headers: {
          Accept: 'application/json, application/xml;q=0.9',
          ...(authorization !== null && { Authorization: authorization }),
        },
        signal: AbortSignal.timeout(timeoutMs),
        lookup: (name, settings, callback) => {
          resolve(name, { ...settings, all: true }, (error, addresses) => {
            if (error) return callback(error, []);
            if (!inside && addresses.some(({ address }) => isInside(address)))
              return callback(new NotFetched('its address lies inside the shop’s network'), []);
            const [first] = addresses;
            if (settings.all || first === undefined) return callback(null, addresses);
            callback(null, first.address, first.family);
          });
        },
      },
      (answer) =>
        void read(answer, maxBytes).then(
          (text) => done({ text, mediaType: answer.headers['content-type'] ?? '' }),
          (error: unknown) =>
            failed(error instanceof NotFetched ? error : new NotFetched('it broke off in the middle')),
        ),
    );
    request.on('error', (error) =>
      failed(
        error instanceof NotFetched
          ? error
          : new NotFetched(
              error.name === 'TimeoutError' || error.name === 'AbortError'
                ? 'it did not answer in time'
                : error.message,
            ),
      ),
    );
    request.end();
  });
}

async function read(answer: IncomingMessage, maxBytes: number): Promise<string> {
  const { statusCode = 0 } = answer;
  if (statusCode >= 300 && statusCode < 400) {
    answer.destroy();
    throw new NotFetched('it leads to another address, and redirects are not followed');
  }
  if (statusCode !== 200) {
    answer.destroy();
    throw new NotFetched(`it answered ${statusCode}`);
  }
  const parts: Buffer[] = [];
  let bytes = 0;
  for await (const part of answer as AsyncIterable<Buffer>) {
    bytes += part.length;
    if (bytes > maxBytes) throw new NotFetched(`a page holds more than ${maxBytes / 1e6} MB`);
    parts.push(part);
  }
  return Buffer.concat(parts).toString('utf8');
}
