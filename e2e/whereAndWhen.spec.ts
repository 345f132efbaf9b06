import type { AddressInfo } from "node:net";
import { startSun } from "../stand-ins/sun/server";
import { expectAccessible } from "./axe";
import { callField, linked, networks, test } from "./shack";
import { expect } from "./test";

test.use({ shackOf: "where and when" });

test("the map follows the typed call, says what lies where one presses, and a press on a spot goes there", async ({
  page,
  shack,
}) => {
  const { announce, petrel } = shack;
  await linked(shack);
  petrel.radio.change({ frequencyHz: 14_025_000, mode: "CW", split: false });
  await page.goto("/airwaves");
  await expect(callField(page)).toBeFocused();
  await page.keyboard.press("Alt+Shift+F10");
  const map = page.getByRole("region", { name: "Map" });
  const said = map.getByRole("status").last();
  await expect(map.getByText("The outlines are being loaded.")).toBeHidden();
  await page.keyboard.type("dl1qta");
  await expect(said).toContainText("035° 11\u2009317 km short, 215° 28\u2009713 km long; JO40ts");
  await expect(page.getByText("Germany on 20 m CW is confirmed")).toBeVisible();
  await page.keyboard.press("Escape");

  await map.getByRole("button", { name: "World" }).click();
  const surface = map.getByRole("application");
  const { x, y, width, height } = (await surface.boundingBox())!;
  // The whole world is as high as the map: a degree is so many pixels.
  const degree = height / 180;
  const place = (latitude: number, longitude: number) =>
    [x + width / 2 + longitude * degree, y + height / 2 - latitude * degree] as const;
  await page.mouse.click(...place(-10, -55));
  await expect(said).toContainText("Brazil, PY");
  await page.mouse.click(...place(39, -29));
  await expect(said).toContainText("Azores");
  await page.mouse.click(x + 2, y + 2);
  await expect(said).toContainText("Press anywhere");
  await surface.focus();
  await page.keyboard.press("+");
  await page.keyboard.press("ArrowLeft");
  await map.getByLabel("Grids").check();
  await map.getByLabel("Entities").check();
  await map.getByLabel("Last contacts").check();
  await expect(map.getByText("GF", { exact: true })).toBeVisible();
  await page.reload();
  await expect(map.getByText("GF", { exact: true })).toBeVisible();
  for (const layer of ["Grids", "Entities", "Last contacts"]) await map.getByLabel(layer).uncheck();

  announce("HL2QUZ", 14_033, "CW");
  await map.getByText("HL2QUZ", { exact: true }).hover();
  await expect(said).toContainText("Heard by W1QUA");
  await map.getByText("HL2QUZ", { exact: true }).click();
  await expect(callField(page)).toHaveValue("HL2QUZ");
  await expect.poll(() => petrel.radio.state.frequencyHz).toBe(14_033_000);
  await expectAccessible(page);
});

test("when a station can be heard stands there by hour and band, for the typed call or any place and day", async ({
  page,
  shack,
}) => {
  await linked(shack);
  shack.petrel.radio.change({ frequencyHz: 14_025_000, mode: "CW" });
  await page.goto("/airwaves");
  await expect(callField(page)).toBeFocused();
  await page.keyboard.press("Alt+Shift+F9");
  await expect(page.getByText("Type a call in the entry line, or a place here")).toBeVisible();
  await page.keyboard.type("dl1qta");
  const bands = page.getByRole("list", { name: "When each band is open" });
  await expect(bands.getByRole("listitem").filter({ hasText: "40 m" })).toContainText(/good \d\d–\d\d/);
  const before = await bands.innerText();
  await page.getByLabel("To a call or a grid").fill("ja");
  await expect(page.getByText("Japan, 18\u2009779 km")).toBeVisible();
  await expect.poll(() => bands.innerText()).not.toBe(before);
  await page.getByLabel("To a call or a grid").fill("nowhere at all");
  await expect(page.getByText("neither a grid, as JO43, nor the beginning of a call")).toBeVisible();
  await page.getByLabel("To a call or a grid").fill("");
  const winter = await bands.innerText();
  await page.getByLabel("Day, UTC").fill("2026-06-21");
  await expect.poll(() => bands.innerText()).not.toBe(winter);
  await expect(page.getByText("another day's sun is not known")).toBeVisible();
  await bands.getByRole("button", { name: "40 m" }).click();
  await expect.poll(() => shack.petrel.radio.state.frequencyHz).toBeLessThan(7_300_000);
  await expectAccessible(page);
});

test("what the sun does comes by its link, and propagation follows it; without one that is said", async ({
  page,
  shack: { app },
}) => {
  await page.goto("/airwaves?tab=sun");
  await expect(page.getByText("No sun figures have come yet")).toBeVisible();
  const sun = await startSun({ port: 0, seed: 1897 });
  const { port } = sun.address() as AddressInfo;
  const { id } = await app.api<{ id: number }>("links", {
    method: "POST",
    json: { kind: "sunFigures", name: "The sun", settings: { port } },
  });
  await expect(page.getByRole("img", { name: "Sunspots and flux by months" })).toBeVisible();
  await expect(page.getByText("Flux at 10.7 cm")).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("tab", { name: "Hours" }).click();
  await page.getByLabel("To a call or a grid").fill("JO43");
  await expect(page.getByText("By the last month's mean: ")).toBeVisible();
  // One that is gone is told, and what was told stays.
  await app.api(`links/${id}`, { method: "PATCH", json: { settings: { port: 1 } } });
  await page.getByRole("tab", { name: "Sun" }).click();
  await expect(page.getByText("Nothing answers at 127.0.0.1:1")).toBeVisible();
  await expect(page.getByText("Flux at 10.7 cm")).toBeVisible();
  await app.api(`links/${id}`, { method: "DELETE" });
  sun.close();
  await expect(networks(page)).toContainText("Foghorn");
});
