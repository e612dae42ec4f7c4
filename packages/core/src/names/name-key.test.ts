import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { nameKey, namesSomething } from './index.ts';

describe('names', () => {
  it.each([
    ['pw 22-b', 'PW-22B'],
    ['ＰＷ－２２Ｂ', 'PW22B'],
    ['PW\u00a022\u2011B', 'pw 22–b'],
    ['P\u200bW\u00ad22\ufe0fB\u2060', 'PW22B'],
    ['Tuff 45', 'tuff-45'],
    ['Weiße Straße', 'WEISSE_STRASSE'],
    ['οδος', 'ΟΔΟΣ'],
    ['e\u0301cluse', 'ÉCLUSE'],
  ])('%s and %s are one name', (a, b) => {
    expect(nameKey(a)).toBe(nameKey(b));
  });

  it.each(['-- .', '\u200b\u2060', '\u3164', '\u2800', '–—', ''])('%j names nothing', (name) => {
    expect(namesSomething(name)).toBe(false);
  });

  it('is its own key, whatever the text', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 40 }), (name) => {
        expect(nameKey(nameKey(name))).toBe(nameKey(name));
      }),
      { numRuns: 2000 },
    );
  });
});
