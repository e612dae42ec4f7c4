/**
 * Lets a reload find the application and the sheet at hand with the server away. Browsers allow that over TLS and on this
 * machine only; elsewhere everything works as before while the page stays open.
 */
export function keepOffline(): void {
  if (!('serviceWorker' in navigator) || !import.meta.env.PROD) return;
  // What is on the screen goes first.
  window.addEventListener('load', () => void navigator.serviceWorker.register('/sw.js').catch(() => undefined));
}
