import type { Page } from "@playwright/test";
import type { StoredContact } from "../src/core/contract";
import type { App } from "./app";
import { expectAccessible } from "./axe";
import { expect, test } from "./test";

const CALLS = ["VK7QRV", "VK7QRW", "ZL3QRV", "ZL3QRW", "E51QRX"];
let run = 0;

/** Five contacts of a place that no other contact has; the test works on these. */
test.beforeEach(async ({ page, app }, { testId }) => {
  const place = `Halcon ${testId.slice(-6)}${++run}`;
  for (const [index, call] of CALLS.entries()) {
    await app.api("logbooks/1/contacts", {
      method: "POST",
      json: { call, startedAt: `2019-03-0${index + 1}T10:00:00Z`, band: index < 3 ? "30m" : "17m", mode: "CW", place },
    });
  }
  await page.goto("/desk");
  await expect(rows(page).nth(1)).toContainText(/\d/);
  await page.keyboard.press("Control+Alt+f");
  await page.keyboard.type(place);
  await expect(counted(page)).toContainText(", 5 in the filter");
});

// Behind a window the log is hidden from whoever reads it aloud; it is looked at all the same.
const rows = (page: Page) =>
  page.getByRole("grid", { name: "Log", includeHidden: true }).getByRole("row", { includeHidden: true });
const counted = (page: Page) => page.getByRole("status", { name: "How many contacts" });

const newest = async (app: App) =>
  (await app.api<{ items: StoredContact[] }>("logbooks/1/contacts?call=E51QRX&limit=1")).items[0]!;

test("a filter is made of chips and groups, kept under a name, and cleared", async ({ page }) => {
  await page.keyboard.press("Control+Alt+n");
  const asked = page.getByRole("dialog");
  await asked.getByRole("button", { name: "Add" }).click();
  await expect(asked.getByLabel("Value")).toHaveAttribute("aria-invalid", "true");
  await asked.getByLabel("Value").selectOption("17m");
  await expectAccessible(page);
  await page.keyboard.press("Enter");
  await expect(counted(page)).toContainText(", 2 in the filter");
  const filter = page.getByRole("group", { name: "Filter" });
  await filter.getByRole("button", { name: "Add a condition" }).click();
  await asked.getByLabel("Field").selectOption("entityCode");
  await asked.getByRole("combobox", { name: "Entity" }).fill("new zea");
  await page.getByRole("option", { name: "New Zealand ZL" }).click();
  await asked.getByRole("button", { name: "Add" }).click();
  await expect(counted(page)).toContainText(", 1 in the filter");
  await filter.getByRole("button", { name: "and", exact: true }).click();
  await expect(counted(page)).toContainText(", 3 in the filter");
  await filter.getByRole("button", { name: "Keep" }).click();
  await page.getByRole("dialog").getByLabel("Name").fill("Far south");
  await page.keyboard.press("Enter");
  await expect(page.getByText("The filter is kept as Far south.")).toBeVisible();
  await filter.getByRole("button", { name: "Remove: Band is 17m" }).click();
  await expect(counted(page)).toContainText(", 2 in the filter");
  await filter.getByRole("button", { name: "Clear" }).click();
  await expect(counted(page)).toContainText(", 5 in the filter");
  await page.getByRole("button", { name: "Filters" }).click();
  await page.getByRole("menuitem", { name: "Far south", exact: true }).click();
  await expect(counted(page)).toContainText(", 3 in the filter");
});

test("a selection is changed after it was shown what changes, and undone as a whole", async ({ page }) => {
  await page.keyboard.press("Enter");
  await page.keyboard.press("Shift+ArrowDown");
  await page.keyboard.press("Shift+ArrowDown");
  await expect(counted(page)).toContainText("3 selected");
  await page.keyboard.press("Home");
  await page.keyboard.press("Space");
  await expect(counted(page)).toContainText("2 selected");
  await page.keyboard.press("Control+a");
  await expect(counted(page)).toContainText("5 selected");
  await page.keyboard.press("Control+Alt+g");
  const change = page.getByRole("dialog");
  await change.getByLabel("Field").selectOption("frequencyHz");
  await change.getByLabel("To (nothing empties it)").fill("10.1x");
  await page.keyboard.press("Enter");
  await expect(change.getByRole("alert")).toContainText("is no frequency");
  await change.getByLabel("To (nothing empties it)").fill("10104.5");
  await page.keyboard.press("Enter");
  await expect(change).toContainText("5 contacts of 5 would change");
  await expect(change.getByRole("row", { name: /^Band 2/ })).toContainText("17m → 30m");
  await expectAccessible(page);
  await page.keyboard.press("Enter");
  await expect(change.getByRole("button", { name: "Undo" })).toBeVisible();
  for (let row = 1; row <= 5; row++) await expect(rows(page).nth(row)).toContainText("10 104.50");
  await change.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByText("The change is taken back.")).toBeVisible();
  await expect(rows(page).nth(1)).toContainText("17 m");
});

test("keys that are faster than what is found are for what is found", async ({ page, app }) => {
  const { place } = await newest(app);
  await page.keyboard.press("Control+Alt+f");
  await page.keyboard.press("Control+a");
  await page.keyboard.press("Delete");
  // The rows of before are to be those of the whole log, not those that are found again.
  await expect(page.getByRole("grid", { name: "Log" })).toHaveAttribute("aria-rowcount", /\d{4}/);
  let release = () => {};
  const held = new Promise<void>((resolve) => (release = resolve));
  await page.route(/\/contacts\?.*find=/, async (route) => {
    await held;
    await route.continue();
  });
  const asked = page.waitForRequest((request) => new URL(request.url()).searchParams.get("find") === place);
  await page.keyboard.type(place!);
  await page.keyboard.press("Enter");
  await asked;
  await page.keyboard.press("Delete");
  await page.keyboard.press("Shift+ArrowDown");
  await page.keyboard.press("Shift+ArrowDown");
  release();
  await expect(counted(page)).toContainText(", 5 in the filter, 3 selected");
  for (let row = 1; row <= 3; row++) await expect(rows(page).nth(row)).toHaveAttribute("aria-selected", "true");
  expect((await newest(app)).place).toBe(place);
});

test("a cell is edited in place; what follows is told, and what is wrong is said", async ({ page, app }) => {
  await page.keyboard.press("Enter");
  const call = page.getByRole("textbox", { name: "Call of E51QRX" });
  await page.keyboard.press("F2");
  await call.fill("E5");
  await page.keyboard.press("Enter");
  await expect(rows(page).nth(1).getByRole("alert")).toContainText("suffix");
  await app.api(`logbooks/1/contacts/${(await newest(app)).id}`, { method: "PATCH", json: { name: "Tere" } });
  await call.fill("ZK3QRX");
  await page.keyboard.press("Enter");
  await expect(rows(page).nth(1).getByRole("alert")).toContainText("Name Tere, was empty. Enter again");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/Entity Tokelau Islands, was/)).toBeVisible();
  await expect(rows(page).nth(1)).toContainText("ZK3QRX");
  await page.keyboard.press("F2");
  await page.keyboard.type("nonsense");
  await page.keyboard.press("Escape");
  await expect(rows(page).nth(1)).toContainText("ZK3QRX");
});

test("the log is sorted by a column, and has the columns one chooses; views keep them", async ({ page }) => {
  await page.getByRole("columnheader", { name: "Call" }).click();
  await expect(rows(page).nth(1)).toContainText("E51QRX");
  await page.getByRole("columnheader", { name: "Call" }).click();
  await expect(rows(page).nth(1)).toContainText("ZL3QRW");
  await page.getByRole("button", { name: "View" }).click();
  await page.getByRole("menuitem", { name: "Columns…" }).click();
  const columns = page.getByRole("dialog");
  await columns.getByLabel("Place", { exact: true }).check();
  const shown = columns.getByRole("region", { name: "Shown", exact: true }).getByRole("listitem");
  await expect(shown.last()).toContainText("Place");
  await columns.getByRole("button", { name: "Move Place" }).focus();
  await page.keyboard.press("Space");
  await expect(columns.getByText("Place: place 13 of 13.")).toBeAttached();
  await page.keyboard.press("ArrowUp");
  await expect(columns.getByText("Place: place 12 of 13.")).toBeAttached();
  await page.keyboard.press("Space");
  await expect(shown.last()).not.toContainText("Place");
  await expectAccessible(page);
  await columns.getByRole("button", { name: "Show these" }).click();
  await expect(page.getByRole("columnheader", { name: "Place" })).toBeVisible();
  await expect(rows(page).nth(1)).toContainText("Halcon");
  await page.keyboard.press("Control+Alt+v");
  const views = page.getByRole("dialog");
  await views.getByLabel("Keep what the log shows now, as").fill("Places");
  await page.keyboard.press("Enter");
  await views.getByRole("button", { name: "Copy Places" }).click();
  await expect(views.getByRole("button", { name: "Show Places 2" })).toBeVisible();
  await views.getByRole("button", { name: "Remove Places 2" }).click();
  await expect(views.getByRole("button", { name: "Show Places 2" })).toHaveCount(0);
  await views.getByRole("button", { name: "Close" }).click();
  await page.getByRole("button", { name: "View" }).click();
  await page.getByRole("menuitem", { name: "Usual" }).click();
  await expect(page.getByRole("columnheader", { name: "Place" })).toHaveCount(0);
  await page.getByRole("button", { name: "View" }).click();
  await page.getByRole("menuitem", { name: "Places" }).click();
  await expect(page.getByRole("columnheader", { name: "Place" })).toBeVisible();
});

test("columns are dragged to another place and to another width, and stay so", async ({ page }) => {
  const heads = page.getByRole("grid", { name: "Log" }).getByRole("columnheader");
  const names = async () => (await heads.allTextContents()).map((text) => text.trim()).filter(Boolean);
  const before = await names();
  expect(before.indexOf("Name")).toBeGreaterThan(before.indexOf("Call") + 1);
  const [from, to] = [heads.filter({ hasText: "Name" }), heads.filter({ hasText: "Band" })];
  await from.hover();
  await page.mouse.down();
  const target = (await to.boundingBox())!;
  await page.mouse.move(target.x + target.width / 2, target.y + target.height / 2, { steps: 12 });
  // Where it is let go counts only once the page has followed it there.
  await expect(page.getByText("name was moved over droppable area band")).toBeAttached();
  await page.mouse.up();
  await expect.poll(async () => (await names()).indexOf("Name")).toBe(before.indexOf("Band"));

  const call = heads.filter({ hasText: "Call" });
  const box = (await call.boundingBox())!;
  await page.mouse.move(box.x + box.width - 3, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width + 57, box.y + box.height / 2, { steps: 6 });
  await page.mouse.up();
  await expect.poll(async () => Math.round((await call.boundingBox())!.width - box.width)).toBe(60);
  const wide = (await call.boundingBox())!.width;
  await page.reload();
  await expect.poll(async () => (await names()).indexOf("Name")).toBe(before.indexOf("Band"));
  expect((await call.boundingBox())!.width).toBeCloseTo(wide, 0);
});
