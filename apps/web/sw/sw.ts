import { ExpirationPlugin } from 'workbox-expiration';
import { matchPrecache, precacheAndRoute } from 'workbox-precaching';
import { registerRoute } from 'workbox-routing';
import { NetworkFirst, NetworkOnly } from 'workbox-strategies';

/** The page and the files of the bench, listed at build time. */
declare const __SHELL__: { url: string; revision: string | null }[];
declare const self: ServiceWorkerGlobalScope;

/** Requests of the bench and the hours walk, cached so that a reload works without the server. Never writes. */
const KEPT =
  /^\/api\/(?:me|hours(?:\/walk|\/suspects)?|blade-sets|units\/[^/]+(?:\/(?:status|problems|checks|readings|meters|follow-ups))?|checks\/[^/]+|families\/[^/]+\/adjusting|attachments)$/;

/** An error of a proxy for an unreachable server does not count as an answer. */
const answered = {
  fetchDidSucceed: ({ response }: { response: Response }): Promise<Response> =>
    response.status >= 502 && response.status <= 504
      ? Promise.reject(new Error('the server is away'))
      : Promise.resolve(response),
};

precacheAndRoute(__SHELL__);

const fresh = new NetworkOnly({ plugins: [answered] });
registerRoute(
  ({ request }) => request.mode === 'navigate',
  async (options) => {
    try {
      return await fresh.handle(options);
    } catch {
      // Every address of the application is the same page.
      return (await matchPrecache('/')) ?? Response.error();
    }
  },
);
registerRoute(
  ({ request, url }) => request.method === 'GET' && KEPT.test(url.pathname),
  new NetworkFirst({
    cacheName: 'bench',
    plugins: [answered, new ExpirationPlugin({ maxEntries: 400, maxAgeSeconds: 14 * 86_400 })],
  }),
);

// A new build is used immediately: files are requested by hash, and the old ones are still cached for open tabs.
self.addEventListener('install', () => void self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
