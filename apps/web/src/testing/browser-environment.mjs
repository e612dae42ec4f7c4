import { TestEnvironment } from 'jest-environment-jsdom';

/** A browser resolves an address relative to its page; Node.js has no page. */
class PageRequest extends Request {
  constructor(input, init) {
    super(typeof input === 'string' ? new URL(input, 'http://shop.test') : input, init);
  }
}

/** jsdom with missing browser features added. */
export default class BrowserEnvironment extends TestEnvironment {
  async setup() {
    await super.setup();
    Object.assign(this.global, {
      TextEncoder,
      TextDecoder,
      fetch,
      Request: PageRequest,
      Response,
      Headers,
      AbortController,
      AbortSignal,
    });
  }
}
