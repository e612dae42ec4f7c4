import { afterEach, expect, it } from '@jest/globals';
import { keptTexts } from '../../testing/kept-texts.ts';
import { type EnteredReading, type ReadingQueue, readingQueue } from './reading-queue.ts';

type SendReadings = Parameters<typeof readingQueue>[1];

const queues: ReadingQueue[] = [];
afterEach(() => queues.splice(0).forEach((queue) => queue.dispose()));
const queueOn = (...given: Parameters<typeof readingQueue>): ReadingQueue => {
  const queue = readingQueue(...given);
  queues.push(queue);
  return queue;
};
const entered = (id: string): EnteredReading => ({
  id,
  tag: `T-${id}`,
  hours: 5,
  readAt: '2026-06-01T07:00:00Z',
  note: '',
});
const taken = (id: string) => ({ id, reading: { id } as never, refusal: '' });

it('keeps readings over a reload while the server is away, then sends each once, in their order', async () => {
  const storage = keptTexts();
  const away: SendReadings = () => Promise.resolve(null);
  const before = queueOn(storage, away, 1e6);
  before.add([entered('a')]);
  before.add([entered('b'), entered('c')]);
  await before.flush();
  expect(before.current()).toMatchObject({ away: true, waiting: [{ id: 'a' }, { id: 'b' }, { id: 'c' }] });
  const sent: string[] = [];
  const after = queueOn(storage, (readings) => {
    sent.push(...readings.map(({ id }) => id));
    return Promise.resolve(readings.map(({ id }) => taken(id)));
  });
  await after.flush();
  await after.flush();
  expect(sent).toEqual(['a', 'b', 'c']);
  expect(after.current()).toMatchObject({ away: false, waiting: [], refused: [] });
  expect([...after.current().taken.keys()]).toEqual(['T-a', 'T-b', 'T-c']);
});

it('on a shared device each person sends only their own readings', async () => {
  const sent: string[] = [];
  const send: SendReadings = (readings) => {
    sent.push(...readings.map(({ id }) => id));
    return Promise.resolve(readings.map(({ id }) => taken(id)));
  };
  const storage = keptTexts();
  const away = queueOn(storage, () => Promise.resolve(null), 1e6);
  away.workedBy('first');
  away.add([entered('a')]);
  const box = queueOn(storage, send);
  box.workedBy('second');
  box.add([entered('b')]);
  await box.flush();
  expect(sent).toEqual(['b']);
  expect(box.current()).toMatchObject({ waiting: [], ofOthers: 1 });
  box.workedBy('first');
  await box.flush();
  expect(sent).toEqual(['b', 'a']);
});

it('entries made during a batch wait for the next one; refused ones are shown, not lost', async () => {
  const storage = keptTexts();
  const answers: (() => void)[] = [];
  const box = queueOn(
    storage,
    (readings) =>
      new Promise((resolve) => {
        answers.push(() =>
          resolve(readings.map(({ id }) => (id === 'b' ? { id, reading: null, refusal: 'No such unit.' } : taken(id)))),
        );
      }),
  );
  box.add([entered('a')]);
  box.add([entered('b')]);
  expect(answers).toHaveLength(1);
  answers[0]?.();
  await Promise.resolve();
  await new Promise((resolve) => setTimeout(resolve));
  expect(answers).toHaveLength(2);
  answers[1]?.();
  await new Promise((resolve) => setTimeout(resolve));
  expect(box.current().waiting).toEqual([]);
  expect(box.current().refused).toMatchObject([{ entered: { id: 'b' }, refusal: 'No such unit.' }]);
  // A broken entry of an older program loses nothing else.
  const other = queueOn(storage, () => Promise.resolve(null), 1e6);
  expect(other.current().refused).toHaveLength(1);
  box.dismiss('b');
  expect(box.current().refused).toEqual([]);
});

it('returns the result of an entry immediately, and imports entries of an earlier version', async () => {
  const storage = keptTexts(new Map([['sturdy-shim.readings', JSON.stringify({ waiting: [entered('old')] })]]));
  let away = true;
  const box = queueOn(
    storage,
    (readings) =>
      Promise.resolve(
        away
          ? null
          : readings.map(({ id }) => (id === 'bad' ? { id, reading: null, refusal: 'Too high.' } : taken(id))),
      ),
    1e6,
  );
  expect(await box.post(entered('a'))).toBeNull();
  expect(box.current().waiting.map(({ id }) => id)).toEqual(['old', 'a']);
  away = false;
  expect(await box.post(entered('bad'))).toEqual({ kind: 'refused', id: 'bad', refusal: 'Too high.' });
  expect(await box.post(entered('b'))).toMatchObject({ kind: 'taken', id: 'b' });
  // An entry refused in its form is not listed again, and is removed from the device.
  expect([box.current().refused, [...storage.held.keys()]]).toEqual([[], []]);
});
