import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { type Agent, type TestServer, startServer } from './testing/server.ts';

const SCRIPT = 'export const gap = 0.12;\n'.repeat(100);
let folder: string;
let server: TestServer;
let nobody: Agent;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'shim-web-'));
  await mkdir(join(folder, 'assets'));
  await writeFile(join(folder, 'index.html'), '<script nonce="__NONCE__"></script>');
  await writeFile(join(folder, 'index.html.br'), brotliCompressSync('<script nonce="__NONCE__"></script>'));
  await writeFile(join(folder, 'assets/app.js'), SCRIPT);
  await writeFile(join(folder, 'assets/app.js.br'), brotliCompressSync(SCRIPT));
  await writeFile(join(folder, 'assets/app.js.gz'), gzipSync(SCRIPT));
  server = await startServer('2026-06-01T08:00:00Z', { webFolder: folder });
  nobody = await server.as(null);
});
afterAll(async () => {
  await server.stop();
  await rm(folder, { recursive: true });
});

it.each(['/', '/yard', '/index.html', '/INDEX.html', '/index.html.br', '//index.html', '/%69ndex.html'])(
  '%s is the page, with a nonce of its own that the policy names',
  async (path) => {
    const { text, headers } = await nobody.get(path).set('Accept-Encoding', 'br').expect(200);
    const nonce = /nonce="([^"]+)"/.exec(text)?.[1] ?? '';
    expect(nonce).toMatch(/^[\w+/=]{24}$/);
    expect(headers['content-security-policy']).toContain(`'nonce-${nonce}'`);
    expect(headers['cache-control']).toBe('no-store');
  },
);

it.each([
  ['br', 'br'],
  ['gzip', 'gzip'],
  ['identity', undefined],
])(
  'sends a script to a browser that takes %s as it was compressed at build time, for ever',
  async (takes, encoding) => {
    const { text, headers } = await nobody.get('/assets/app.js').set('Accept-Encoding', takes).expect(200);
    if (encoding !== 'br') expect(text).toBe(SCRIPT);
    expect(headers['content-encoding']).toBe(encoding);
    expect(headers).toMatchObject({
      'cache-control': 'public, max-age=31536000, immutable',
      'content-type': expect.stringContaining('javascript'),
    });
  },
);

it('keeps a missing script a missing script', async () => {
  await nobody.get('/assets/gone.js').expect(404);
});
