import { DeviceStore } from './device-store.ts';

let store: DeviceStore | null = null;

/** Opens the device store, once before the first render. */
export async function openDeviceStore(): Promise<void> {
  store ??= await DeviceStore.open(earlierStorage());
}

/** The device store of unsent entries. */
export function deviceStore(): DeviceStore {
  if (store === null) throw new Error('the device store is opened before anything is drawn');
  return store;
}

/** Whether entries made without the server survive the page. */
export const outlastsThePage = (): boolean => store === null || store.isLasting;

/** Reading it throws where the browser forbids storage. */
function earlierStorage(): Storage | null {
  try {
    return window.localStorage;
  } catch {
    return null;
  }
}
