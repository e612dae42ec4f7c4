import { TestEnvironment } from 'jest-environment-jsdom';

/** jsdom with what browsers have and it lacks. */
export default class BrowserEnvironment extends TestEnvironment {
  async setup() {
    await super.setup();
    Object.assign(this.global, {
      TextEncoder,
      TextDecoder,
      fetch,
      Request,
      Response,
      Headers,
      AbortController,
      AbortSignal,
    });
  }
}
