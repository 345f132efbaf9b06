import type { Page } from "@playwright/test";
import Database from "better-sqlite3";
import { join } from "node:path";
import type { SpotView } from "../src/core/contract";
import { expectAccessible } from "./axe";
import { callField, linked, networks, test } from "./shack";
import { expect } from "./test";

test.use({ shackOf: "airwaves" });

const spots = (page: Page) => page.getByRole("grid", { name: "Spots" });
const row = (page: Page, call: string) => spots(page).getByRole("row").filter({ hasText: call });

async function atAirwaves(page: Page): Promise<void> {
  await page.goto("/airwaves");
  await expect(networks(page)).toContainText("Foghorn");
  await expect(callField(page)).toBeFocused();
}

test("spots come with their worth and chance; by keys the radio goes there, and what was half typed comes back", async ({
  page,
  shack,
}) => {
  const { announce, petrel } = shack;
  await linked(shack);
  petrel.radio.change({ frequencyHz: 14_025_000, mode: "CW", split: false });
  await atAirwaves(page);
  await expect(page.getByText("Nothing has been announced within the last hour.")).toBeVisible();
  announce("P5QUZ", 14_031.5, "CW up 2", "CX7QRL");
  announce("DL1QTA", 14_040, "<b>CW</b>");
  announce("DL1QTB", 14_040, "CW", "W2QUA");
  announce("DL1QTA", 14_040, "CW", "W3QUA");
  await expect(row(page, "P5QUZ")).toContainText("fresh");
  await expect(row(page, "P5QUZ")).toContainText("good");
  await expect(row(page, "P5QUZ")).toContainText("was never worked; CX7QRL heard it");
  await expect(row(page, "DL1QTA")).toContainText("or DL1QTB");
  await expect(spots(page).getByRole("row").nth(1)).toContainText("P5QUZ");

  await page.keyboard.type("oy4qsa");
  await page.keyboard.press("F8");
  await expect(page.getByText("P5QUZ: ")).toContainText("It listens on 14 033.50 kHz. Heard by CX7QRL (SA).");
  await page.keyboard.press("Enter");
  await expect(callField(page)).toHaveValue("P5QUZ");
  await expect(callField(page)).toBeFocused();
  await expect(page.getByRole("region", { name: "Reading" })).toContainText("was never worked");
  await expect
    .poll(() => petrel.radio.state)
    .toMatchObject({ frequencyHz: 14_031_500, secondHz: 14_033_500, split: true, mode: "CW" });

  await page.keyboard.press("Alt+Shift+PageUp");
  await expect(callField(page)).toHaveValue("DL1QTA");
  await expect.poll(() => petrel.radio.state).toMatchObject({ frequencyHz: 14_040_000, split: false });
  await page.keyboard.press("Alt+Shift+PageUp");
  await expect(page.getByText("There is no spot above on 20 m.")).toBeVisible();
  await page.keyboard.press("Alt+Shift+Home");
  await expect(callField(page)).toHaveValue("P5QUZ");
  await page.keyboard.press("Enter");
  await expect(callField(page)).toHaveValue("OY4QSA");
  await page.mouse.move(640, 20);
  await expect(row(page, "P5QUZ")).toContainText("dup");
  await expect(spots(page).getByRole("row").nth(1)).toContainText("DL1QTA");
});

test("a click goes there as well; while the pointer is in the table its order stays, and what is new waits", async ({
  page,
  shack,
}) => {
  const { announce, petrel } = shack;
  await linked(shack);
  await atAirwaves(page);
  announce("EA8QUZ", 7_011.2, "CW");
  await row(page, "EA8QUZ").hover();
  announce("ZL7QUZ", 7_015, "CW", "CX7QRL");
  await page.getByRole("button", { name: "1 spot more: show" }).click();
  await expect(row(page, "ZL7QUZ")).toBeVisible();
  await row(page, "EA8QUZ").getByRole("rowheader").click();
  await expect(callField(page)).toHaveValue("EA8QUZ");
  await expect.poll(() => petrel.radio.state.frequencyHz).toBe(7_011_200);
  await page.keyboard.press("Escape");
  // On this band voice has the other sideband.
  announce("EA7QUZ", 7_150, "SSB");
  petrel.radio.change({ frequencyHz: 14_200_000, mode: "USB" });
  await page.getByRole("button", { name: /more: show$/ }).click();
  await row(page, "EA7QUZ").getByRole("rowheader").click();
  await expect.poll(() => petrel.radio.state).toMatchObject({ frequencyHz: 7_150_000, mode: "LSB" });
  await page.keyboard.press("Escape");

  await page.getByLabel("Band", { exact: true }).last().selectOption("here");
  await page.getByLabel("Worth", { exact: true }).selectOption("needed");
  await page.mouse.move(640, 20);
  await expect(row(page, "ZL7QUZ")).toBeVisible();
  await page.getByLabel("Heard in").selectOption("AS");
  await expect(page.getByText("None of the spots is shown")).toBeVisible();
  const views = page.getByRole("button", { name: "Views of the spots" });
  await views.click();
  await page.getByRole("menuitem", { name: "Keep this view" }).click();
  await page.getByRole("dialog").getByLabel("Name").fill("Needed in Asia");
  await page.keyboard.press("Enter");
  await expect(page.getByText("The view is kept as Needed in Asia.")).toBeVisible();
  await views.click();
  await page.getByRole("menuitem", { name: "Everything" }).click();
  await expect(row(page, "EA7QUZ")).toBeVisible();
  await views.click();
  await page.getByRole("menuitem", { name: "Needed in Asia" }).click();
  await expect(page.getByText("None of the spots is shown")).toBeVisible();
  await page.reload();
  await expect(page.getByText("None of the spots is shown")).toBeVisible();
  await views.click();
  await page.getByRole("menuitem", { name: "Remove Needed in Asia" }).click();
  await page.getByRole("button", { name: "Show all" }).click();
  await expect(row(page, "ZL7QUZ")).toBeVisible();
  await views.click();
  await expect(page.getByRole("menuitem", { name: "Everything" })).toBeVisible();
  await expect(page.getByRole("menuitem", { name: "Needed in Asia" })).toBeHidden();
  await page.keyboard.press("Escape");
  await expectAccessible(page);
});

test("a station is announced, and comes back from the network; the text of the network is read and answered", async ({
  page,
  shack,
}) => {
  await linked(shack);
  shack.petrel.radio.change({ frequencyHz: 14_026_300, mode: "CW", split: false });
  await atAirwaves(page);
  await page.keyboard.type("lu4qsc");
  await page.keyboard.press("Alt+Shift+Insert");
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByLabel("Call", { exact: true })).toHaveValue("LU4QSC");
  await dialog.getByLabel("kHz", { exact: true }).fill("nowhere");
  await page.keyboard.press("Enter");
  await expect(dialog.getByText("a frequency in kHz, as 14025")).toBeVisible();
  await dialog.getByLabel("kHz", { exact: true }).fill("14026.3");
  await dialog.getByLabel("Remark", { exact: true }).fill("tnx from Farol");
  await dialog.getByLabel("Hold the remark for the next one").check();
  await dialog.getByRole("button", { name: "Announce" }).click();
  await expect(row(page, "LU4QSC")).toContainText("tnx from Farol");
  await expect(row(page, "LU4QSC")).toContainText("CX3QUA SA");
  await page.keyboard.press("Alt+Shift+Insert");
  await expect(dialog.getByLabel("Remark", { exact: true })).toHaveValue("tnx from Farol");
  await page.keyboard.press("Escape");

  await page.keyboard.press("Alt+Shift+End");
  await expect(dialog.getByRole("log")).toContainText("> announce 14026.3 LU4QSC tnx from Farol");
  await page.keyboard.type("dance");
  await page.keyboard.press("Enter");
  await expect(dialog.getByRole("log")).toContainText("dance? There are:");
  await expectAccessible(page);
});

test("a network with a wrong clock is told; a server that is killed forgets no spot", async ({ page, shack }) => {
  const { app, announce, foghorn } = shack;
  await linked(shack);
  await atAirwaves(page);
  announce("PY2QUZ", 14_061, "CW");
  await expect(row(page, "PY2QUZ")).toBeVisible();
  const kept = async () => (await app.api<{ items: SpotView[] }>("logbooks/1/spots")).items.map(({ call }) => call);
  expect(await kept()).toContain("PY2QUZ");
  foghorn.behave("hour");
  for (let count = 0; count < 16; count++) announce(`W${count % 10}QUZ`, 21_020 + count, "CW");
  await expect(networks(page)).toContainText("Its times are 1 h behind this computer's");
  await expect(page.getByRole("banner").getByText("A clock is wrong")).toHaveAttribute("title", /^Foghorn: Its times/);
  foghorn.behave("normal");
  // What was taken in is written soon after.
  const database = new Database(join(app.data, "ypsiloid.sqlite"), { readonly: true });
  const written = database.prepare("SELECT count(*) FROM spot WHERE call = 'PY2QUZ'").pluck();
  await expect.poll(() => written.get()).toBe(1);
  database.close();
  await app.kill();
  await app.restart();
  await linked(shack);
  expect(await kept()).toContain("PY2QUZ");
});
