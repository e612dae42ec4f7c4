import { expect, it, jest } from '@jest/globals';
import 'fake-indexeddb/auto';
import { DeviceStore } from './device-store.ts';

/** The local storage of an earlier version. */
function earlier(content: Readonly<Record<string, string>>): Storage & { readonly held: Map<string, string> } {
  const held = new Map(Object.entries(content));
  return {
    held,
    get length() {
      return held.size;
    },
    key: (index: number) => [...held.keys()][index] ?? null,
    getItem: (key: string) => held.get(key) ?? null,
    removeItem: (key: string) => void held.delete(key),
  } as unknown as Storage & { readonly held: Map<string, string> };
}

it('keeps entries over a reload in order, and moves those of an earlier version', async () => {
  const old = earlier({ 'sturdy-shim.draft.c1': 'a draft', 'sturdy-shim.preferences': 'stay' });
  const before = await DeviceStore.open(old);
  expect(before.isLasting).toBe(true);
  for (const text of ['1', '2', '3']) before.setItem('sturdy-shim.queue.readings.b', text);
  before.setItem('sturdy-shim.queue.readings.a', 'first');
  before.setItem('gone', 'x');
  before.removeItem('gone');
  expect(before.getItem('sturdy-shim.queue.readings.b')).toBe('3');
  await before.settled();
  before.close();
  const after = await DeviceStore.open(old);
  expect(after.keys('sturdy-shim.queue.')).toEqual(['sturdy-shim.queue.readings.a', 'sturdy-shim.queue.readings.b']);
  expect(after.getItem('sturdy-shim.queue.readings.b')).toBe('3');
  expect([after.getItem('sturdy-shim.draft.c1'), after.getItem('gone')]).toEqual(['a draft', null]);
  expect([...old.held.keys()]).toEqual(['sturdy-shim.preferences']);
  after.close();
});

it('another tab sees a change immediately', async () => {
  const [one, other] = [await DeviceStore.open(null), await DeviceStore.open(null)];
  const told = new Promise<void>((resolve) => void other.onOtherTab(resolve));
  one.setItem('shared', 'text');
  await told;
  expect(other.getItem('shared')).toBe('text');
  for (const store of [one, other]) store.close();
});

it('works from memory if the browser stores nothing, and reports it', async () => {
  const { indexedDB } = globalThis;
  Reflect.deleteProperty(globalThis, 'indexedDB');
  const store = await DeviceStore.open(null);
  store.setItem('k', 'v');
  expect([store.isLasting, store.getItem('k')]).toEqual([false, 'v']);
  store.close();
  globalThis.indexedDB = indexedDB;
});

it('reports a full disk, and leaves the entries of an earlier version in place', async () => {
  const full = jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  const old = earlier({ 'sturdy-shim.draft.c9': 'a draft' });
  const store = await DeviceStore.open(old);
  full.mockRestore();
  expect([store.isLasting, store.getItem('sturdy-shim.draft.c9'), old.held.size]).toEqual([false, 'a draft', 1]);
  store.close();
});
