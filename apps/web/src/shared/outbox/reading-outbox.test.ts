import { expect, it } from '@jest/globals';
import { type EnteredReading, ReadingOutbox, type SendReadings } from './reading-outbox.ts';

const storageOf = (content = new Map<string, string>()) => ({
  getItem: (key: string) => content.get(key) ?? null,
  setItem: (key: string, value: string) => void content.set(key, value),
});
const entered = (id: string): EnteredReading => ({
  id,
  tag: `T-${id}`,
  hours: 5,
  readAt: '2026-06-01T07:00:00Z',
  note: '',
});
const taken = (id: string) => ({ id, reading: { id } as never, refusal: '' });

it('keeps readings over a reload while the server is away, then sends each once, in their order', async () => {
  const storage = storageOf();
  const away: SendReadings = () => Promise.resolve(null);
  const before = new ReadingOutbox({ storage, send: away, retryMs: 1e6 });
  before.add([entered('a')]);
  before.add([entered('b'), entered('c')]);
  await before.flush();
  expect(before.current()).toMatchObject({ away: true, waiting: [{ id: 'a' }, { id: 'b' }, { id: 'c' }] });
  const sent: string[] = [];
  const after = new ReadingOutbox({
    storage,
    send: (readings) => {
      sent.push(...readings.map(({ id }) => id));
      return Promise.resolve(readings.map(({ id }) => taken(id)));
    },
  });
  await after.flush();
  await after.flush();
  expect(sent).toEqual(['a', 'b', 'c']);
  expect(after.current()).toMatchObject({ away: false, waiting: [], refused: [] });
  expect([...after.current().taken.keys()]).toEqual(['T-a', 'T-b', 'T-c']);
});

it('on a device that several use, each sends only what they read themselves', async () => {
  const sent: string[] = [];
  const send: SendReadings = (readings) => {
    sent.push(...readings.map(({ id }) => id));
    return Promise.resolve(readings.map(({ id }) => taken(id)));
  };
  const storage = storageOf();
  const away = new ReadingOutbox({ storage, send: () => Promise.resolve(null), retryMs: 1e6 });
  away.workedBy('first');
  away.add([entered('a')]);
  const box = new ReadingOutbox({ storage, send });
  box.workedBy('second');
  box.add([entered('b')]);
  await box.flush();
  expect(sent).toEqual(['b']);
  expect(box.current()).toMatchObject({ waiting: [], ofOthers: 1 });
  box.workedBy('first');
  await box.flush();
  expect(sent).toEqual(['b', 'a']);
});

it('what is entered while another batch is on its way waits for the next one; what is refused is shown, not lost', async () => {
  const storage = storageOf();
  const answers: (() => void)[] = [];
  const box = new ReadingOutbox({
    storage,
    send: (readings) =>
      new Promise((resolve) => {
        answers.push(() =>
          resolve(readings.map(({ id }) => (id === 'b' ? { id, reading: null, refusal: 'No such unit.' } : taken(id)))),
        );
      }),
  });
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
  const other = new ReadingOutbox({ storage, send: () => Promise.resolve(null) });
  expect(other.current().refused).toHaveLength(1);
  box.dismiss('b');
  expect(box.current().refused).toEqual([]);
});
