import { expect, it } from '@jest/globals';
import { keptTexts } from '../../../testing/kept-texts.ts';
import { begunAt, forgetBegun, joinOther, keepBegun } from './begun.ts';
import { draftKey } from './kept-draft.ts';

const BEGUN = { id: 'mine', at: '2026-06-01T08:00:00Z' };

it('stores checks begun without the server by unit, and ignores foreign data', () => {
  const storage = keptTexts();
  keepBegun('PM-1', BEGUN, storage);
  expect(begunAt('PM-1', storage)).toEqual(BEGUN);
  expect(begunAt('PM-2', storage)).toBeNull();
  forgetBegun('PM-1', storage);
  expect(begunAt('PM-1', storage)).toBeNull();
  for (const text of ['{', '7', '{"id":1}']) {
    storage.held.set('sturdy-shim.begun.PM-1', text);
    expect(begunAt('PM-1', storage)).toBeNull();
  }
});

it('joins the entries to the check that another person began, as an older version of it', () => {
  const storage = keptTexts();
  keepBegun('PM-1', BEGUN, storage);
  storage.setItem(draftKey('mine'), JSON.stringify({ version: 1, draft: { temperatureC: 21 } }));
  joinOther('PM-1', BEGUN, 'theirs', storage);
  expect(begunAt('PM-1', storage)).toBeNull();
  expect([...storage.held]).toEqual([
    [draftKey('theirs'), JSON.stringify({ version: 0, draft: { temperatureC: 21 } })],
  ]);
});
