import type { Page } from "@playwright/test";
import type { App } from "../e2e/app";
import { startSpotNetwork } from "../e2e/spotNetwork";
import { type Line, most, under } from "./measure";

const A_SECOND = 5;
const SPOTS = 300;

declare global {
  /** When each call was seen among the spots, milliseconds since 1970. */
  var spotted: Map<string, number>;
}

/**
 * Spots that come 300 a minute: how long until each is painted, and what they do to what is typed.
 *
 * @param typeCalls types calls, and gives the times from key to painted reading
 */
export async function measureSpotPaint(app: App, page: Page, typeCalls: () => Promise<number[]>): Promise<Line[]> {
  const network = await startSpotNetwork(app);
  await page.goto(`${app.url}/airwaves`);
  await page.evaluate(() => {
    // The newest stands first, in sight.
    const newest = { band: "", modeGroup: "", worth: "", chance: "", continent: "", minutes: 0, order: "age" };
    localStorage.setItem("spots", JSON.stringify({ ...newest, descending: true }));
  });
  await page.reload();
  while (!(await network.isUp())) await page.waitForTimeout(50);
  network.announce("W1QUA", 14_001, "CW");
  const grid = page.getByRole("grid", { name: "Spots" });
  await grid.getByRole("row").filter({ hasText: "W1QUA" }).waitFor();
  await page.evaluate("globalThis.__name = (value) => value");
  await page.evaluate(() => {
    globalThis.spotted = new Map();
    const note = (call: string) => {
      if (!globalThis.spotted.has(call)) globalThis.spotted.set(call, performance.timeOrigin + performance.now());
    };
    new MutationObserver(() => {
      const cells = document.querySelectorAll('[aria-label="Spots"] [role="rowheader"]');
      const calls = [...cells].map((cell) => cell.textContent);
      requestAnimationFrame(() => void scheduler.postTask(() => calls.forEach(note), { priority: "user-blocking" }));
    }).observe(document.querySelector('[role="grid"][aria-label="Spots"]')!, {
      subtree: true,
      childList: true,
      characterData: true,
    });
  });
  const announced = new Map<string, number>();
  const flow = () => {
    const index = announced.size;
    const call = `DL${index % 10}QU${letter(index / 10)}${letter(index / 260)}`;
    announced.set(call, performance.timeOrigin + performance.now());
    network.announce(call, 14_000 + (index % 320), "CW");
  };
  const flowing = setInterval(flow, 1000 / A_SECOND);
  const keys = await typeCalls();
  while (announced.size < SPOTS) await page.waitForTimeout(100);
  clearInterval(flowing);
  await page.waitForTimeout(1000);
  const seen = new Map(await page.evaluate(() => [...globalThis.spotted]));
  const times = [...announced].map(([call, at]) => (seen.get(call) ?? Infinity) - at);
  network.foghorn.close();
  return [
    under(`a spot received to painted, ${A_SECOND} a second, p95 of ${times.length}`, most(times, 0.95), 200),
    under(`key to painted reading while ${A_SECOND} spots a second come, p95`, most(keys, 0.95), 25),
  ];
}

const letter = (index: number) => String.fromCharCode(65 + (Math.floor(index) % 26));
