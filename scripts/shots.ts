// `npm run shots`: the pictures of docs/screenshots, made from a fresh demo log.
import { chromium, type Page } from "@playwright/test";
import { rmSync } from "node:fs";
import { startApp } from "../e2e/app";
import { CHROMIUM_FLAGS, CHROMIUM_PATH } from "../e2e/chromium";
import seedOnce from "../e2e/seedOnce";

const removeSeed = seedOnce();
const app = await startApp("demo");
const browser = await chromium.launch({ executablePath: CHROMIUM_PATH, args: CHROMIUM_FLAGS });

async function shot(
  name: string,
  path: string,
  theme: "day" | "night",
  prepare: (page: Page) => Promise<void> = async () => {},
): Promise<void> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await context.addCookies([{ name: "theme", value: theme, url: app.url }]);
  const page = await context.newPage();
  await page.goto(app.url + path);
  await page.waitForTimeout(1000);
  await prepare(page);
  await page.waitForTimeout(600);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  await context.close();
}

await shot("desk", "/desk", "day", async (page) => page.keyboard.type("OY4QSA"));
await shot("desk-night", "/desk", "night", async (page) => page.keyboard.type("JA3QRM"));
await shot("import", "/desk", "day", async (page) => {
  await page.getByRole("button", { name: "Import" }).click();
  await page.getByLabel("Log file").setInputFiles("demo/lighthouse-weekend.adi");
  await page.getByRole("dialog").getByRole("button", { name: "Import", exact: true }).click();
  await page.getByRole("button", { name: "Undo this import" }).waitFor();
});
await shot("contact", "/desk", "day", async (page) => {
  await page.getByRole("grid", { name: "Log" }).focus();
  for (const key of ["ArrowDown", "Enter"]) await page.keyboard.press(key);
});
await shot("journal", "/desk", "night", async (page) => {
  await page.getByRole("grid", { name: "Log" }).focus();
  for (const key of ["ArrowDown", "Enter"]) await page.keyboard.press(key);
  await page.getByLabel("Comment").last().fill("running 5 W from a hill above the bay");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Journal" }).click();
  await page
    .getByRole("button", { name: /^Look into/ })
    .first()
    .click();
});
await shot("confirm", "/confirm", "day", async (page) => {
  await app.lantern({ hurry: true });
  await page.keyboard.press("s");
  await page
    .getByText(/\d+ accepted/)
    .first()
    .waitFor();
  await page.keyboard.press("f");
  await page
    .getByText(/without a twin in the log/)
    .first()
    .waitFor();
});
await shot("awards", "/awards", "night", async (page) => page.getByRole("grid").focus());

await browser.close();
await app.stop();
removeSeed();
rmSync("test-results", { recursive: true, force: true });
