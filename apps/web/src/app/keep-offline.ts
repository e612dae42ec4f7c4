/**
 * Registers the service worker, so that a reload works without the server. Browsers allow that only over TLS and on
 * localhost; elsewhere everything works while the page stays open.
 */
export function keepOffline(): void {
  if (!('serviceWorker' in navigator) || !import.meta.env.PROD) return;
  // After the first page is drawn.
  window.addEventListener('load', () => void navigator.serviceWorker.register('/sw.js').catch(() => undefined));
}
