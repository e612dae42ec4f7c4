import { expect, it } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { Environment, environmentFrom } from './environment.ts';

const DATABASE_URL = 'postgres://app@127.0.0.1/shop';

it('has a default for everything except the database, and an empty variable counts as unset', () => {
  expect({ ...environmentFrom({ DATABASE_URL, PORT: '', PATH: '/bin' }) }).toEqual({
    DATABASE_URL,
    PORT: 4080,
    HOST: '127.0.0.1',
    LOG_LEVEL: 'warn',
    RUN_JOBS: 'yes',
    HOSTS: '',
    PROXIES: '',
    REQUESTS_PER_MINUTE: 1200,
  });
  expect(environmentFrom({ DATABASE_URL, REQUESTS_PER_MINUTE: 'unlimited' }).REQUESTS_PER_MINUTE).toBe(Infinity);
});

it.each([
  [{ DATABASE_URL: '' }, /DATABASE_URL is not set/],
  [{ PORT: '0x50' }, /PORT must be a whole number/],
  [{ PORT: '70000' }, /PORT must be a whole number/],
  [{ LOG_LEVEL: 'loud' }, /LOG_LEVEL must be one of/],
  [{ PUBLIC_URL: 'shim.example' }, /PUBLIC_URL must be an address/],
  [{ REQUESTS_PER_MINUTE: 'many' }, /REQUESTS_PER_MINUTE must be a number/],
  [{ LOAD_DEMO: 'yes', PORT: 'x' }, /^(?:PORT|LOAD_DEMO) must[^\n]+\n(?:PORT|LOAD_DEMO) must/],
])('refuses %j by name', (variables, words) => {
  expect(() => environmentFrom({ DATABASE_URL, ...variables })).toThrow(words);
});

it('the guide has a row for every variable', () => {
  const guide = readFileSync(new URL('../../../../docs/guide/settings.md', import.meta.url), 'utf8');
  const source = readFileSync(new URL('environment.ts', import.meta.url), 'utf8');
  const names = [...source.matchAll(/^ {2}([A-Z_]+)[!?:= ]/gm)].map(([, name = '']) => name);
  expect(names).toContain('PORT');
  expect(new Environment().PORT).toBe(4080);
  for (const name of names) expect(guide).toMatch(new RegExp(`^\\| \`${name}\``, 'm'));
});
