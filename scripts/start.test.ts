import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { spawn } from 'node:child_process';
import { createServer, type AddressInfo, type Server } from 'node:net';
import { fileURLToPath } from 'node:url';

const START = fileURLToPath(new URL('./start.mjs', import.meta.url));

/** Runs `npm start`'s script with an invalid PORT until it ends. */
function start(port: string): Promise<{ readonly code: number | null; readonly said: string }> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [START], { env: { ...process.env, PORT: port } });
    let said = '';
    child.stdout.on('data', (chunk) => (said += String(chunk)));
    child.stderr.on('data', (chunk) => (said += String(chunk)));
    child.on('close', (code) => resolve({ code, said }));
  });
}

let other: Server;
beforeAll(async () => {
  other = createServer();
  await new Promise<void>((resolve) => other.listen(0, '127.0.0.1', resolve));
});
afterAll(() => new Promise((resolve) => other.close(resolve)));

it('names a taken port and another way, before it installs or starts anything', async () => {
  const { port } = other.address() as AddressInfo;
  const { code, said } = await start(String(port));
  expect(code).toBe(1);
  expect(said).toContain(`Port ${port} is taken.`);
  expect(said).toContain('PORT=4090 npm start');
  expect(said).not.toMatch(/at .*start\.mjs|PostgreSQL/);
});

it.each(['abc', '0', '70000', '40.5', '0x1f90', '1e3', ' 4080', '08080', ''])(
  'refuses PORT=%s with what a port is',
  async (port) => {
    expect(await start(port)).toEqual({
      code: 1,
      said: `PORT must be a whole number from 1 to 65535, not "${port}".\n`,
    });
  },
);
