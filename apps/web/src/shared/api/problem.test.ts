import { expect, it } from '@jest/globals';
import { newId } from './new-id.ts';
import { problemOf } from './problem.ts';

it('reads problem details with their fields and facts', () => {
  const data = {
    type: 'about:blank',
    title: 'It has changed',
    status: 409,
    code: 'stale-version',
    detail: 'Somebody saved it.',
    remedy: 'Keep one.',
    errors: [{ field: 'version', problem: 'Old.', remedy: 'Load it.' }],
    facts: { current: 4 },
  };
  expect(problemOf({ status: 409, data })).toEqual({
    status: 409,
    code: 'stale-version',
    what: 'Somebody saved it.',
    remedy: 'Keep one.',
    fields: { version: 'Old. Load it.' },
    facts: { current: 4 },
  });
});

it.each([
  ['no network', { status: 'FETCH_ERROR', error: 'TypeError' } as const],
  ['a page of some gateway', { status: 'PARSING_ERROR', originalStatus: 502, data: '<html>', error: 'x' } as const],
  ['an answer that is no problem', { status: 500, data: 'boom' } as const],
])('takes %s for no answer, and says that nothing typed is lost', (_, error) => {
  expect(problemOf(error)).toMatchObject({ status: 'no-answer', remedy: expect.stringContaining('try again') });
  expect(problemOf(undefined)).toBeNull();
});

it('makes ids of the same form with and without a secure origin', () => {
  const uuid = /^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;
  expect(newId()).toMatch(uuid);
  const randomUUID = crypto.randomUUID.bind(crypto);
  Object.defineProperty(crypto, 'randomUUID', { value: undefined, configurable: true });
  try {
    const ids = new Set(Array.from({ length: 500 }, newId));
    expect(ids.size).toBe(500);
    for (const id of ids) expect(id).toMatch(uuid);
  } finally {
    Object.defineProperty(crypto, 'randomUUID', { value: randomUUID, configurable: true });
  }
});
