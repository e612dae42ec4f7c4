import { expect, it } from '@jest/globals';
import { DEFAULT_GAUGING, type Attempt, type Feel, type Try } from '../gauging/index.ts';
import { lockPairsOf, repeatPairsOf, repeatabilityOf, turnPairsOf, type RepeatPair } from './index.ts';

it('the gauging after turning over feeds repeatability, and never the lock shift or the learned turn', () => {
  const thou = (...list: [number, Feel][]): Try[] =>
    list.map(([value, feel]) => ({ blades: [{ printed: { value, unit: 'thou' } }], feel }));
  const attempts = (after: Try[]): Attempt[] => [
    { after: 'locked', tries: thou([6, 'drags']) },
    { after: 'turned-over', tries: after },
  ];
  // 6 drags, then 6 drags: the same gap. 6 drags, then 4.5 thou: it moved.
  const pairs = [thou([6, 'drags']), thou([5, 'wont'], [4, 'free'])].flatMap((after) =>
    repeatPairsOf(attempts(after), DEFAULT_GAUGING),
  );
  expect(pairs.map(({ beforeMm, afterMm, agrees }) => [+((beforeMm - afterMm) / 0.0254).toFixed(6), agrees])).toEqual([
    [0, true],
    [1.5, false],
  ]);
  expect(repeatabilityOf(pairs)).toMatchObject({ kind: 'too-few', pairs: 2 });
  // Five pairs, off by 0, 0, 0, 1.5 and 1.5 thou.
  const five = [0, 0, 0, 1, 1].map((which) => pairs[which] as RepeatPair);
  expect(repeatabilityOf(five)).toEqual({ kind: 'learned', medianMm: 0, agreeing: 3, pairs: 5 });
  expect(lockPairsOf(attempts(thou([6, 'drags'])), DEFAULT_GAUGING)).toEqual([]);
  expect(turnPairsOf([], attempts(thou([6, 'drags'])), DEFAULT_GAUGING)).toEqual([]);
});
