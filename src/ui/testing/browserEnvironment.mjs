import JsdomEnvironment from "jest-environment-jsdom";

/** A page to draw in, with what browsers have and jsdom has not. */
export default class BrowserEnvironment extends JsdomEnvironment {
  async setup() {
    await super.setup();
    Object.assign(this.global, { TextDecoder, TextEncoder, Response, structuredClone });
  }
}
