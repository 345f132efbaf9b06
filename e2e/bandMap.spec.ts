import type { Page } from "@playwright/test";
import { expectAccessible } from "./axe";
import { callField, linked, networks, test } from "./shack";
import { expect } from "./test";

test.use({ shackOf: "band map" });

const map = (page: Page) => page.getByRole("region", { name: "Band map" });
const names = (page: Page) => map(page).getByRole("listbox", { name: "Stations on the band" });
const name = (page: Page, call: string) => names(page).getByRole("option", { name: new RegExp(`^${call},`) });

test("the band map is gone through by keys: the radio goes there, and what was found by tuning is put there", async ({
  page,
  shack,
}) => {
  const { announce, petrel } = shack;
  await linked(shack);
  petrel.radio.change({ frequencyHz: 14_031_000, mode: "CW", split: false });
  await page.goto("/airwaves");
  await expect(networks(page)).toContainText("Foghorn");
  announce("VP6QUZ", 14_031.5, "CW up 2", "CX7QRL");
  announce("DL1QTA", 14_040, "<i>CW</i>");
  announce("CX3QUA", 14_052, "CW", "W2QUA");
  announce("EA8QUZ", 7_011, "CW");
  await expect(callField(page)).toBeFocused();
  await page.keyboard.press("Shift+F8");
  await expect(names(page)).toBeFocused();
  await expect(name(page, "VP6QUZ")).toHaveAccessibleName("VP6QUZ, 14 031.50 kHz, fresh chance good");
  await expect(name(page, "CX3QUA")).toHaveAccessibleName("CX3QUA, 14 052.00 kHz, you are announced");
  await expect(name(page, "EA8QUZ")).toBeHidden();
  await page.keyboard.press("ArrowUp");
  await expect(map(page).getByRole("status")).toContainText("VP6QUZ: ");
  await page.keyboard.press("Enter");
  await expect(callField(page)).toHaveValue("VP6QUZ");
  await expect
    .poll(() => petrel.radio.state)
    .toMatchObject({ frequencyHz: 14_031_500, secondHz: 14_033_500, split: true });
  await page.keyboard.press("Escape");

  // Found by tuning.
  petrel.radio.change({ frequencyHz: 14_018_000, split: false });
  await expect(page.getByRole("button", { name: /^Radio:/ })).toContainText("14 018.00");
  await page.keyboard.type("lu4qsc");
  await page.keyboard.press("Alt+Insert");
  await expect(name(page, "LU4QSC")).toHaveAccessibleName("LU4QSC, 14 018.00 kHz, put");
  await page.keyboard.press("Escape");
  petrel.radio.change({ frequencyHz: 14_300_000, mode: "USB" });
  await page.reload();
  await page.keyboard.press("Shift+F8");
  await expect(names(page)).toBeFocused();
  await page.keyboard.press("Home");
  await name(page, "LU4QSC").click();
  await expect(callField(page)).toHaveValue("LU4QSC");
  await expect.poll(() => petrel.radio.state.frequencyHz).toBe(14_018_000);
  await page.keyboard.press("Escape");
  await expectAccessible(page);
});

test("the map follows the radio, or stays on a band; the wheel stretches it, dragging moves it", async ({
  page,
  shack,
}) => {
  const { announce, petrel } = shack;
  await linked(shack);
  petrel.radio.change({ frequencyHz: 14_025_000, mode: "CW" });
  await page.goto("/airwaves?tab=band-map");
  announce("EA8QUZ", 7_011, "CW");
  announce("LZ1QUZ", 14_074.5, "FT8");
  const band = map(page).getByLabel("Band of the map");
  const follow = map(page).getByRole("button", { name: "Follow" });
  await expect(band).toHaveValue("20m");
  petrel.radio.change({ frequencyHz: 7_005_000 });
  await expect(name(page, "EA8QUZ")).toBeVisible();
  await band.selectOption("20m");
  await expect(follow).toHaveAttribute("aria-pressed", "false");
  await expect(name(page, "LZ1QUZ")).toBeVisible();
  await expect(map(page).getByText("364 kHz")).toBeVisible();

  const { x, y, width, height } = (await names(page).boundingBox())!;
  await page.mouse.move(x + width / 2, y + height - 10);
  await page.mouse.wheel(0, -100);
  await expect(map(page).getByText("243 kHz")).toBeVisible();
  await expect(name(page, "LZ1QUZ")).toBeVisible();
  await page.mouse.down();
  await page.mouse.move(x + width / 2 - 300, y + height - 10, { steps: 3 });
  await page.mouse.up();
  await expect(name(page, "LZ1QUZ")).toBeHidden();
  // A press goes there; the map stays.
  await page.mouse.click(x + width / 2, y + height - 10);
  await expect.poll(() => petrel.radio.state.frequencyHz).toBeGreaterThan(14_200_000);
  await follow.click();
  await expect(follow).toHaveAttribute("aria-pressed", "true");
  petrel.radio.change({ frequencyHz: 7_020_000 });
  await expect(band).toHaveValue("40m");
});

test("in a window of its own it stands beside the Desk: a press there has the call in the Desk's entry line", async ({
  page,
  shack,
}) => {
  const { announce, petrel } = shack;
  await linked(shack);
  petrel.radio.change({ frequencyHz: 14_025_000, mode: "CW", split: false });
  await page.goto("/desk");
  await expect(callField(page)).toBeFocused();
  await expect(page.getByRole("button", { name: /^Radio: .*14 025/ })).toBeVisible();
  const opened = page.waitForEvent("popup");
  await page.keyboard.press("Alt+Shift+F8");
  const beside = await opened;
  await expect(names(beside)).toBeFocused();
  announce("OX3QUZ", 14_036, "CW");
  await name(beside, "OX3QUZ").click();
  await expect(callField(page)).toHaveValue("OX3QUZ");
  await expect.poll(() => petrel.radio.state.frequencyHz).toBe(14_036_000);
  await expectAccessible(beside);

  // Without a radio both are on the same frequency as well.
  await page.getByRole("button", { name: /^Radio:/ }).click();
  await page.getByLabel("Radio that this window follows").selectOption("");
  await page.keyboard.press("Escape");
  await callField(page).fill("7012");
  await callField(page).press("Enter");
  await expect(beside.getByLabel("Band of the map")).toHaveValue("40m");
  // On a place without an entry line the radio is there all the same, and it is said.
  await page.goto("/station?page=links");
  await beside.getByLabel("Band of the map").selectOption("20m");
  await name(beside, "OX3QUZ").click();
  await expect(beside.getByText("No entry line is open for OX3QUZ")).toBeVisible();
});

test("two browsers that pick two stations in the same second end on one of them, and both say which", async ({
  page,
  shack,
}) => {
  const { announce, petrel } = shack;
  await linked(shack);
  petrel.radio.change({ frequencyHz: 21_025_000, mode: "CW", split: false });
  const other = await page.context().newPage();
  for (const one of [page, other]) {
    await one.goto("/airwaves?tab=band-map");
    // Each has the radio by itself: the Petrel is the first.
    await expect(one.getByRole("button", { name: /^Radio: .*21 025/ })).toBeVisible();
  }
  announce("T77QUZ", 21_031, "CW");
  announce("3A2QUZ", 21_044, "CW");
  await expect(name(page, "T77QUZ")).toBeVisible();
  await expect(name(other, "3A2QUZ")).toBeVisible();
  await Promise.all([name(page, "T77QUZ").click(), name(other, "3A2QUZ").click()]);
  await expect(callField(page)).toHaveValue("T77QUZ");
  await expect(callField(other)).toHaveValue("3A2QUZ");
  const rails = () =>
    Promise.all([page, other].map((one) => one.getByRole("button", { name: /^Radio:/ }).getAttribute("aria-label")));
  const isSettled = async () => {
    const { frequencyHz } = petrel.radio.state;
    const where = new Map([
      [21_031_000, "21 031.00"],
      [21_044_000, "21 044.00"],
    ]).get(frequencyHz ?? 0);
    return where !== undefined && (await rails()).every((text) => text?.includes(where) === true);
  };
  await expect.poll(isSettled).toBe(true);
  await other.close();
});
