import { expect, it } from '@jest/globals';
import { SingleFlight } from './single-flight.ts';

it('answers each caller by a computation that began after the call, one at a time', async () => {
  const shared = new SingleFlight<number>();
  let state = 0;
  let [running, begun] = [0, 0];
  const look = async (): Promise<number> => {
    const seen = state;
    running += 1;
    begun += 1;
    expect(running).toBe(1);
    await new Promise((resolve) => setTimeout(resolve, 5));
    running -= 1;
    return seen;
  };
  const first = shared.ask('yard', look);
  state = 1;
  const others = Array.from({ length: 50 }, () => shared.ask('yard', look));
  expect(await first).toBe(0);
  state = 2;
  const later = shared.ask('yard', look);
  expect(new Set(await Promise.all(others))).toEqual(new Set([2]));
  expect(await later).toBe(2);
  expect(begun).toBeLessThanOrEqual(3);
});

it('a failed computation does not prevent the next one', async () => {
  const shared = new SingleFlight<string>();
  const failing = shared.ask('a', () => Promise.reject(new Error('gone')));
  const after = shared.ask('a', () => Promise.resolve('there'));
  await expect(failing).rejects.toThrow('gone');
  expect(await after).toBe('there');
  expect(await shared.ask('a', () => Promise.resolve('again'))).toBe('again');
});
