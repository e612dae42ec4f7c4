import { ExpirationPlugin } from 'workbox-expiration';
import { matchPrecache, precacheAndRoute } from 'workbox-precaching';
import { registerRoute } from 'workbox-routing';
import { NetworkFirst, NetworkOnly } from 'workbox-strategies';

/** The page and what the bench is made of, listed when the web was built. */
declare const __SHELL__: { url: string; revision: string | null }[];
declare const self: ServiceWorkerGlobalScope;

/** What the bench and the walk for hours ask for: kept so that a reload finds it with the server away. Nothing is ever written from here. */
const KEPT =
  /^\/api\/(?:me|hours(?:\/walk|\/suspects)?|blade-sets|units\/[^/]+(?:\/(?:status|problems|checks|readings|meters|follow-ups))?|checks\/[^/]+|families\/[^/]+\/adjusting|attachments)$/;

/** A proxy that answers for a server that is away has not answered. */
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
      // Every place of the application is the same page.
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

// A new build is served at once: pages ask for files by their hash, and the old ones are still there for open tabs.
self.addEventListener('install', () => void self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
