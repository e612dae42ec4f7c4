import { DeviceStore } from './device-store.ts';

let store: DeviceStore | null = null;

/** Opens what this device keeps. Done once, before anything is drawn. */
export async function openDeviceStore(): Promise<void> {
  store ??= await DeviceStore.open(earlierStorage());
}

/** What this device keeps until the server has it. */
export function deviceStore(): DeviceStore {
  if (store === null) throw new Error('the device store is opened before anything is drawn');
  return store;
}

/** Whether what is entered with the server away outlasts the page. */
export const outlastsThePage = (): boolean => store === null || store.isLasting;

/** Reading it throws where the browser forbids storage. */
function earlierStorage(): Storage | null {
  try {
    return window.localStorage;
  } catch {
    return null;
  }
}
