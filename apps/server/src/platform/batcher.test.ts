import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { Batcher } from './batcher.ts';

describe('items that arrive during a batch', () => {
  it('runs in batches of limited size and concurrency, and answers each item with its own result', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.integer({ min: 0, max: 999 }), { minLength: 1, maxLength: 60 }),
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 1, max: 9 }),
        async (items, atATime, most) => {
          let [underWay, busiest, largest] = [0, 0, 0];
          const batcher = new Batcher<number, string>(
            async (some) => {
              underWay += 1;
              busiest = Math.max(busiest, underWay);
              largest = Math.max(largest, some.length);
              await Promise.resolve();
              underWay -= 1;
              if (some.some((each) => each % 5 === 0)) throw new Error(`no ${some.join()}`);
              return some.map((each) => `did ${each}`);
            },
            { atATime, most },
          );
          const answers = await Promise.allSettled(items.map((each) => batcher.add(each)));
          expect(
            answers.map((each) => (each.status === 'fulfilled' ? each.value : (each.reason as Error).message)),
          ).toEqual(items.map((each) => (each % 5 === 0 ? `no ${each}` : `did ${each}`)));
          expect(busiest).toBeLessThanOrEqual(atATime);
          expect(largest).toBeLessThanOrEqual(most);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('runs immediately and alone if no batch is running', async () => {
    const sets: number[][] = [];
    const batcher = new Batcher<number, number>(
      (some) => {
        sets.push([...some]);
        return Promise.resolve(some);
      },
      { atATime: 2, most: 10 },
    );
    expect(await batcher.add(1)).toBe(1);
    await Promise.all([2, 3, 4, 5].map((each) => batcher.add(each)));
    expect(sets.slice(0, 2)).toEqual([[1], [2]]);
    expect(sets.slice(2).flat()).toEqual([3, 4, 5]);
    expect(sets.length).toBeLessThan(5);
  });
});
