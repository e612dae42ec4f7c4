/** Forgets what the service worker kept of the bench: it belongs to whoever was signed in. */
export async function forgetKept(): Promise<void> {
  if ('caches' in globalThis) await caches.delete('bench');
}
