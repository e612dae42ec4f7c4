import { expect, it } from '@jest/globals';
import fc from 'fast-check';
import { isTouched } from '../due/index.ts';
import { DEFAULT_SHOP_RULES } from '../shop-rules/index.ts';
import { openWork, withWorseState, type OpenDraftFacts } from './index.ts';

const CONTEXT = { specification: null, rules: DEFAULT_SHOP_RULES, bladeToleranceMm: null };
const drafts: fc.Arbitrary<OpenDraftFacts> = fc
  .record({
    off: fc.uniqueArray(fc.record({ name: fc.constantFrom('cowl', 'cover', 'plug'), back: fc.boolean() }), {
      selector: ({ name }) => name,
    }),
    moved: fc.tuple(fc.boolean(), fc.boolean()),
  })
  .map(({ off, moved }) => ({
    engine: null,
    temperatureC: null,
    position: null,
    work: { off },
    valves: moved.map((adjusted, index) => ({
      cylinder: 1,
      kind: index === 0 ? 'intake' : 'exhaust',
      ordinal: 1,
      found: [],
      left: [{}],
      adjusted,
    })),
  }));

it('the engine has the open work of both versions, whichever of them is chosen', () => {
  fc.assert(
    fc.property(drafts, drafts, (one, other) => {
      const state = (draft: OpenDraftFacts) => {
        const { off, moved } = openWork(draft, CONTEXT);
        return { off: new Set(off), moved: new Set(moved.map(({ kind }) => kind)) };
      };
      const [a, b, merged] = [state(one), state(other), state(withWorseState(one, other))];
      expect(merged).toEqual({
        off: new Set([...a.off, ...b.off]),
        moved: new Set([...a.moved, ...b.moved]),
      });
      if (isTouched(openWork(other, CONTEXT)))
        expect(isTouched(openWork(withWorseState(one, other), CONTEXT))).toBe(true);
      expect(withWorseState(one, one)).toBe(one);
    }),
  );
});

it('a valve that only the other person moved is not gauged again', () => {
  const draft = { work: {}, valves: [{ adjusted: false, left: [1] }] };
  expect(withWorseState(draft, { valves: [{ adjusted: true, left: [2] }] }).valves).toEqual([
    { adjusted: true, left: [] },
  ]);
});
