import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { readFile, readdir, stat } from 'node:fs/promises';
import { connect } from 'node:net';
import { networkInterfaces } from 'node:os';
import { relative } from 'node:path';
import type { Client } from 'pg';
import { Cluster } from './postgres.mjs';
import { ROOT } from './run.mjs';

let cluster: Cluster;
beforeAll(async () => {
  cluster = Cluster.throwaway('secrets-test');
  await cluster.start();
});
afterAll(() => cluster.remove(), 60_000);

it('makes a password a role, long, each its own, readable by its owner alone and outside the repository', async () => {
  const roles = await readdir(cluster.secrets);
  expect(roles.sort()).toEqual(['admin', 'app', 'owner']);
  expect(relative(ROOT, cluster.secrets)).toMatch(/^\.\./);
  const passwords = await Promise.all(roles.map((role) => readFile(`${cluster.secrets}/${role}`, 'utf8')));
  expect(new Set(passwords).size).toBe(3);
  for (const role of roles) {
    const { mode, size } = await stat(`${cluster.secrets}/${role}`);
    expect(mode & 0o777).toBe(0o600);
    expect(size).toBe(48);
  }
  expect((await stat(cluster.secrets)).mode & 0o077).toBe(0);
});

it('keeps the passwords it has: the server of yesterday finds its database today', async () => {
  const before = await readFile(`${cluster.secrets}/owner`, 'utf8');
  await cluster.start();
  expect(await readFile(`${cluster.secrets}/owner`, 'utf8')).toBe(before);
});

it('lets the serving role neither make databases nor roles, nor into the databases of others', async () => {
  await cluster.ensureDatabase('one');
  const [role] = await cluster.asAdmin('one', async (client: Client) => {
    const found = await client.query('select rolsuper, rolcreatedb, rolcreaterole from pg_roles where rolname = $1', [
      'shim_app',
    ]);
    return found.rows;
  });
  expect(role).toEqual({ rolsuper: false, rolcreatedb: false, rolcreaterole: false });
});

it('listens on loopback only', async () => {
  const outside = Object.values(networkInterfaces())
    .flat()
    .filter((each) => each !== undefined && !each.internal && each.family === 'IPv4');
  for (const { address } of outside as { address: string }[]) {
    const reached = await new Promise((resolve) => {
      const socket = connect(cluster.port as number, address, () => resolve(true));
      socket.on('error', () => resolve(false));
      socket.setTimeout(2000, () => resolve(false));
    });
    expect(reached).toBe(false);
  }
  const setting = await cluster.asAdmin('postgres', async (client: Client) => {
    const found = await client.query('show listen_addresses');
    return found.rows[0];
  });
  expect(setting).toEqual({ listen_addresses: '127.0.0.1' });
});
