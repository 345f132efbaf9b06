import type { Page } from "@playwright/test";
import type { AddressInfo } from "node:net";
import type { App } from "../e2e/app";
import { startAir } from "../stand-ins/air/server";
import { startReceiver } from "../stand-ins/receiver/server";
import { type Line, most, under } from "./measure";

/**
 * The spectrum moves, 2048 places 20 times a second: what it does to the page, and to what is typed.
 *
 * @param look looks at the page for a while that nothing is typed, and gives the longest task
 * @param typeCalls types calls, and gives the times from key to painted reading
 */
export async function measureSpectrum(
  app: App,
  page: Page,
  look: () => Promise<number>,
  typeCalls: () => Promise<number[]>,
): Promise<Line[]> {
  const air = await startAir({ port: 0, seed: 1897, stations: 200 });
  const airPort = (air.address() as AddressInfo).port;
  const receiver = await startReceiver({ port: 0, airPort, grid: "GF35co", dial: () => 14_025_000 });
  const { port } = receiver.server.address() as AddressInfo;
  await app.api("links", { method: "POST", json: { kind: "receiver", name: "Ears", settings: { port } } });
  // The reading stands unfolded over it.
  await page.evaluate(() => localStorage.setItem("folds", "[]"));
  await page.goto(`${app.url}/airwaves?tab=spectrum`);
  await page.getByRole("listbox", { name: "Signals" }).waitFor();
  // What the page loads and compiles at its beginning is no part of how the spectrum moves.
  await page.evaluate(() => new Promise((resolve) => requestIdleCallback(resolve)));
  const longest = await look();
  const keys = await typeCalls();
  receiver.behave("gone");
  receiver.server.close();
  air.close();
  return [
    under("the longest task while the spectrum moves and nothing is typed", longest, 50),
    under("key to painted reading while the spectrum moves, p95", most(keys, 0.95), 25),
  ];
}
