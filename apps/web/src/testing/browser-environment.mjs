import { TestEnvironment } from 'jest-environment-jsdom';

/** A browser resolves an address by the page it is on; Node.js knows no page. */
class PageRequest extends Request {
  constructor(input, init) {
    super(typeof input === 'string' ? new URL(input, 'http://shop.test') : input, init);
  }
}

/** jsdom with what browsers have and it lacks. */
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
