import type { Page } from "@playwright/test";
import { expectAccessible } from "./axe";
import { expect, test } from "./test";

const panelsIn = (page: Page) =>
  page.locator("[data-panel]:visible").evaluateAll((all) => all.map((one) => one.getAttribute("data-panel")));
const log = (page: Page) => page.getByRole("grid", { name: "Log" });
const call = (page: Page) => page.getByLabel("Call", { exact: true });
const menu = (page: Page) => page.getByRole("button", { name: /^Workspace:/ });

test.beforeEach(async ({ page }) => {
  await page.goto("/desk");
  await expect(log(page).getByRole("row").nth(1)).toContainText(/\d/);
});

test("a workspace is switched by its key, while what is typed and where one is in the log stay", async ({ page }) => {
  await page.keyboard.type("OY4QSD");
  await expect(page.getByRole("region", { name: "Reading" })).toContainText("Faroe Islands");
  await log(page).evaluate((grid) => grid.scrollTo(0, 4000));
  await expect(log(page).locator("[aria-rowindex='148']")).toBeInViewport();
  await page.keyboard.press("Alt+Shift+Digit3");
  await expect(menu(page)).toContainText("Digital");
  await expect.poll(() => panelsIn(page)).toEqual(expect.arrayContaining(["reading", "log", "bandMap"]));
  await expect(page.getByRole("region", { name: "Reading" })).toContainText("Faroe Islands");
  await expect(call(page)).toBeFocused();
  await expect(call(page)).toHaveValue("OY4QSD");
  await expect(log(page).locator("[aria-rowindex='148']")).toBeInViewport();
  // It is there after a reload, and in the next window.
  await page.reload();
  await expect(menu(page)).toContainText("Digital");
  await expectAccessible(page);
  await page.keyboard.press("Alt+Shift+Digit1");
  await expect.poll(() => panelsIn(page)).toEqual(["reading", "log"]);
});

test("panels are chosen, moved, resized and closed by keys; the arrangement is kept under a name", async ({ page }) => {
  await page.keyboard.press("Shift+F2");
  const window = page.getByRole("dialog", { name: "Panels" });
  await window.getByRole("checkbox", { name: "Sun", exact: true }).press("Space");
  await window.getByRole("button", { name: "Done" }).press("Enter");
  await expect.poll(() => panelsIn(page)).toEqual(["reading", "log", "sun"]);
  const box = async (panel: string) => (await page.locator(`[data-panel=${panel}]`).boundingBox())!;
  expect((await box("sun")).x).toBeGreaterThan((await box("log")).x);

  await page.keyboard.press("Alt+Shift+F2");
  await expect(page.getByRole("toolbar", { name: "Arrange the panels" })).toBeVisible();
  await expectAccessible(page);
  const sun = page.getByRole("tab", { name: "Sun" });
  await sun.press("ArrowDown");
  await expect(sun).toBeFocused();
  await expect.poll(async () => (await box("sun")).y > (await box("log")).y).toBe(true);
  const before = (await box("sun")).height;
  await sun.press("Shift+ArrowUp");
  await expect.poll(async () => (await box("sun")).height).toBeCloseTo(before - 40, 0);
  // Behind the panel before it, by the menu.
  await page.getByRole("button", { name: "Move, resize or close Sun" }).press("Enter");
  await page.getByRole("menuitem", { name: "Behind the panel before it" }).press("Enter");
  await expect(page.getByRole("tablist").filter({ has: sun }).getByRole("tab")).toHaveText(["Log", "Sun"]);
  await page.getByRole("button", { name: "Keep as" }).press("Enter");
  await page.getByRole("dialog").getByLabel("Name").fill("Sunny day");
  await page.getByRole("dialog").getByRole("button", { name: "Keep" }).press("Enter");
  await expect(menu(page)).toContainText("Sunny day");

  await sun.press("Delete");
  await expect.poll(() => panelsIn(page)).toEqual(["reading", "log"]);
  await page.getByRole("button", { name: "As it was kept" }).press("Enter");
  await expect.poll(() => panelsIn(page)).toEqual(["reading", "sun"]);
  await page.getByRole("button", { name: "Done" }).press("Enter");
  // Without arranging, arrows go from tab to tab, Enter shows one, and Delete closes none.
  await sun.press("ArrowLeft");
  await page.keyboard.press("Delete");
  await page.keyboard.press("Enter");
  await expect.poll(() => panelsIn(page)).toEqual(["reading", "log"]);
  await expect(sun).toBeVisible();

  await menu(page).press("Enter");
  await page.getByRole("menuitem", { name: "Rename or remove…" }).press("Enter");
  await page.getByRole("button", { name: "Remove Sunny day" }).press("Enter");
  await expect(page.getByRole("button", { name: "Remove Sunny day" })).toHaveCount(0);
  await page.getByRole("button", { name: "Show Day" }).press("Enter");
  await page.getByRole("button", { name: "Close", exact: true }).press("Enter");
  await expect.poll(() => panelsIn(page)).toEqual(["reading", "log"]);
});

test("a panel is dragged by its name, and a border by itself", async ({ page }) => {
  await page.keyboard.press("Alt+Shift+F2");
  const log = page.locator("[data-panel=log]");
  await page.getByRole("tab", { name: "Reading" }).hover();
  await page.mouse.down();
  const to = (await log.boundingBox())!;
  await page.mouse.move(to.x + 40, to.y + 200, { steps: 5 });
  await page.mouse.move(to.x + 12, to.y + 200, { steps: 5 });
  await page.mouse.up();
  const left = async (panel: string) => (await page.locator(`[data-panel=${panel}]`).boundingBox())!.x;
  await expect.poll(async () => (await left("reading")) < (await left("log"))).toBe(true);
  await page.getByRole("button", { name: "Done" }).click();
  const at = await left("log");
  const { y, height } = (await log.boundingBox())!;
  await page.mouse.move(at, y + height / 2);
  await page.mouse.down();
  await page.mouse.move(at + 100, y + height / 2, { steps: 5 });
  await page.mouse.up();
  await expect.poll(() => left("log")).toBeCloseTo(at + 100, -1);
  // What was dragged is there again after a reload.
  await page.reload();
  await expect.poll(() => left("log")).toBeCloseTo(at + 100, -1);
});

test("a second window reads what is typed in the first, and closes with its workspace", async ({ page }) => {
  await page.keyboard.press("Alt+Shift+Digit5");
  const opened = page.waitForEvent("popup");
  await page.getByRole("button", { name: "Open its window" }).press("Enter");
  const second = await opened;
  await expect.poll(() => panelsIn(second)).toEqual(["map", "spots", "bandMap", "awards"]);
  await expect(page.getByRole("button", { name: "Open its window" })).toHaveCount(0);
  await expectAccessible(second);
  await call(page).fill("LU9QUB");
  await expect(second.locator("header")).toContainText("LU9QUB");
  const closed = second.waitForEvent("close");
  await page.keyboard.press("Alt+Shift+Digit1");
  await closed;
  await page.keyboard.press("Alt+Shift+Digit5");
  await expect(page.getByRole("button", { name: "Open its window" })).toBeVisible();
});

test("what a browser has kept of a later version is passed over, and the Day is shown", async ({ page }) => {
  const later = JSON.stringify({ of: 7, name: "Later", arrangement: { version: 2, floating: [] }, changed: true });
  await page.evaluate((text) => localStorage.setItem("workspace-desk", text), later);
  await page.reload();
  await expect(menu(page)).toContainText("Day");
  await expect.poll(() => panelsIn(page)).toEqual(["reading", "log"]);
  expect(await page.evaluate(() => localStorage.getItem("workspace-desk"))).toBe(later);
});

test("at 390 pixels the panels stand under one another, and one logs", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await expect.poll(() => panelsIn(page)).toEqual(["reading", "log"]);
  await call(page).fill("OY4QSD");
  await expect(page.getByRole("region", { name: "Reading" })).toContainText("Faroe Islands");
  const { width } = (await page.locator("[data-panel=log]").boundingBox())!;
  expect(width).toBeLessThanOrEqual(390);
  await page.keyboard.press("Enter");
  await expect(log(page).getByRole("row").nth(1)).toContainText("OY4QSD");
  await expectAccessible(page);
});
