/**
 * Registers the service worker, so that a reload works without the server. Browsers allow that over TLS and on this
 * machine only; elsewhere everything works as before while the page stays open.
 */
export function keepOffline(): void {
  if (!('serviceWorker' in navigator) || !import.meta.env.PROD) return;
  // After the first page is drawn.
  window.addEventListener('load', () => void navigator.serviceWorker.register('/sw.js').catch(() => undefined));
}
