import { TestEnvironment } from 'jest-environment-jsdom';

/** A page of jsdom that can ask a server: with Node's own requests, whose addresses may be relative as a page's are. */
export default class PageEnvironment extends TestEnvironment {
  async setup() {
    await super.setup();
    const page = this.global;
    page.Request = class extends Request {
      constructor(input, how) {
        super(typeof input === 'string' ? new URL(input, page.location.href) : input, how);
      }
    };
    Object.assign(page, { Response, Headers, structuredClone, TextEncoder, TextDecoder });
    page.crypto.randomUUID ??= () => crypto.randomUUID();
    // Asked anew each time: a test says who answers.
    page.fetch = (...asked) => page.answer(...asked);
  }
}
