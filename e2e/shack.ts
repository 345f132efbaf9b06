import type { Page } from "@playwright/test";
import { type App, startApp } from "./app";
import { type Radios, startRadios } from "./radios";
import { type SpotNetwork, startSpotNetwork } from "./spotNetwork";
import { expect, test as base } from "./test";

interface Shack extends Radios, SpotNetwork {
  readonly app: App;
}

/** An application with two radios and a spot network. Specs that say another `shackOf` have another one. */
export const test = base.extend<object, { shack: Shack; shackOf: string }>({
  shackOf: ["", { scope: "worker", option: true }],
  shack: [
    async ({ shackOf: _ }, use) => {
      const app = await startApp("demo");
      const radios = await startRadios(app);
      const network = await startSpotNetwork(app);
      await use({ app, ...radios, ...network });
      await app.stop();
      await radios.stop();
      network.foghorn.close();
    },
    { scope: "worker", timeout: 180_000 },
  ],
  baseURL: async ({ shack }, use) => use(shack.app.url),
});

export const callField = (page: Page) => page.getByRole("textbox", { name: "Call", exact: true });
export const networks = (page: Page) => page.getByRole("region", { name: "Networks" }).getByRole("status");

/** Waits until the network is logged in to. */
export const linked = ({ isUp }: Shack) => expect.poll(isUp).toBe(true);
