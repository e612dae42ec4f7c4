/** Clears the service worker's cache of the bench: it belongs to the person who was signed in. */
export async function forgetKept(): Promise<void> {
  if ('caches' in globalThis) await caches.delete('bench');
}
