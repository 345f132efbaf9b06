import { expect, test } from "@playwright/test";
import { type App, startApp } from "./app";

test.use({ serviceWorkers: "allow" });
let app: App;
test.beforeAll(async () => {
  app = await startApp("demo");
});
test.afterAll(() => app.stop());

test("the application begins without the server, logs, and hands in when it is back", async ({ page }) => {
  const times = async () => (await app.api<{ items: unknown[] }>("logbooks/1/contacts?call=CE6QSU")).items.length;
  await page.goto(`${app.url}/station`);
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => {}));
  await expect.poll(() => page.evaluate(() => caches.match("/desk").then((kept) => kept !== undefined))).toBe(true);
  expect(await page.evaluate(() => fetch("/manifest.webmanifest").then((answer) => answer.json()))).toMatchObject({
    start_url: "/desk",
    display: "standalone",
  });
  await app.kill();

  await page.goto(`${app.url}/desk?find=x`);
  const call = page.getByLabel("Call", { exact: true });
  await expect(call).toBeFocused();
  await expect(page.getByText("Server not reached")).toBeVisible();
  await page.keyboard.type("CE6QSU");
  await page.keyboard.press("Enter");
  await expect(page.getByText("1 kept in this browser")).toBeVisible();
  // What is kept outlives the page.
  await page.reload();
  await expect(page.getByText("1 kept in this browser")).toBeVisible();

  await app.restart();
  await expect(page.getByText("1 contact was handed in.")).toBeVisible();
  expect(await times()).toBe(1);
  await expect(page.getByText("Server not reached")).toHaveCount(0);
});

test("what is worked out beside the page is so with the files that a browser keeps", async ({ page }) => {
  await page.goto(`${app.url}/desk`);
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => {}));
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
  await page.goto(`${app.url}/airwaves?tab=hours`);
  await page.getByLabel("To a call or a grid").fill("JO43");
  await expect(page.getByRole("list", { name: "When each band is open" }).getByRole("listitem").first()).toBeVisible();
});
