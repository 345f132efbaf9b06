import { expectAccessible } from "./axe";
import { expect, test } from "./test";

test("another site is added, used for the next contact, changed and removed, by keyboard", async ({ page, app }) => {
  const logbook = await app.api<{ id: number }>("logbooks", {
    method: "POST",
    body: JSON.stringify({ name: "Travels", site: { name: "Home", call: "CX3QUA", grid: "GF35co" } }),
    headers: { "content-type": "application/json" },
  });
  await page.context().addCookies([{ name: "logbook", value: String(logbook.id), url: app.url }]);
  const other = await page.context().newPage();
  await other.goto("/desk");
  await page.goto("/desk");
  await expect(page.getByLabel("Call", { exact: true })).toBeFocused();

  await page.keyboard.press("Control+k");
  await page.keyboard.type("places you operate");
  await page.keyboard.press("Enter");
  const sites = page.getByRole("dialog", { name: "Sites" });
  await expect(sites.getByRole("button", { name: "Add a site" })).toBeFocused();
  await page.keyboard.press("Enter");
  await page.keyboard.type("Río Tigre");
  await page.keyboard.press("Tab");
  await page.keyboard.type("lu/cx3qua");
  await page.keyboard.press("Tab");
  await page.keyboard.type("gf05");
  await page.getByLabel("Power, W").fill("much");
  await page.keyboard.press("Enter");
  await expect(page.getByText('"much" is no number')).toBeVisible();
  await page.getByLabel("Power, W").fill("10");
  await page.keyboard.press("Enter");

  const row = sites.getByRole("listitem").filter({ hasText: "Río Tigre" });
  await expect(row).toContainText("Argentina · CQ 13, ITU 14 · 10 W");
  await row.getByRole("button", { name: "Use Río Tigre" }).press("Enter");
  await expect(row).toContainText("In use");
  await page.keyboard.press("Escape");
  for (const browser of [page, other])
    await expect(browser.getByRole("button", { name: /Río Tigre/ })).toHaveAccessibleName(
      "Site: Río Tigre, LU/CX3QUA in GF05",
    );

  await page.keyboard.type("OY4QSR");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("grid", { name: "Log" }).getByRole("row").nth(1)).toContainText("OY4QSR");
  const { items } = await app.api<{ items: object[] }>(`logbooks/${logbook.id}/contacts?limit=1`);
  expect(items[0]).toMatchObject({ ownCall: "LU/CX3QUA", ownGrid: "GF05", power: 10 });

  await page.getByRole("button", { name: /Río Tigre/ }).click();
  const home = sites.getByRole("listitem").filter({ hasText: "CX3QUA GF35co" }).last();
  await home.getByRole("button", { name: /^Use/ }).click();
  await row.getByRole("button", { name: "Remove Río Tigre" }).click();
  await expect(sites.getByRole("alert")).toContainText("that with OY4QSR among them: it stays");
  await row.getByRole("button", { name: "Change Río Tigre" }).click();
  await page.getByLabel("Name of the place").fill("Delta");
  await page.keyboard.press("Enter");
  const delta = sites.getByRole("listitem").filter({ hasText: "Delta" });
  await expect(delta).toBeVisible();

  // The grid was wrong: what was logged from there is asked for, shown, and changed with it.
  await delta.getByRole("button", { name: "Change Delta" }).press("Enter");
  await page.getByLabel("Grid, as in GF35co").fill("GF04");
  await page.keyboard.press("Enter");
  const earlier = page.getByRole("dialog", { name: "Contacts that were logged from Delta" });
  await expect(earlier).toContainText("1 contact of Travels");
  await expectAccessible(page);
  await earlier.getByRole("button", { name: "Look at changing them" }).press("Enter");
  const change = page.getByRole("dialog", { name: "Change 1 contact" });
  await change.getByRole("button", { name: "Look what would change" }).press("Enter");
  await expect(change.getByRole("row").filter({ hasText: "GF05 → GF04" })).toBeVisible();
  await change.getByRole("button", { name: "Change 1 contact" }).press("Enter");
  await change.getByRole("button", { name: "Close" }).press("Enter");
  const { items: changed } = await app.api<{ items: object[] }>(`logbooks/${logbook.id}/contacts?limit=1`);
  expect(changed[0]).toMatchObject({ call: "OY4QSR", ownGrid: "GF04", power: 10 });

  await sites.getByRole("button", { name: "Add a site" }).click();
  await page.getByLabel("Name of the place").fill("Lone Hill");
  await page.getByLabel("Call on the air, as in LU/CX3QUA").fill("CX3QUA/P");
  await page.getByLabel("Grid, as in GF35co").fill("GF25");
  await page.keyboard.press("Enter");
  const hill = sites.getByRole("listitem").filter({ hasText: "Lone Hill" });
  await hill.getByRole("button", { name: "Remove Lone Hill" }).click();
  await expect(hill).toHaveCount(0);
  await page
    .getByRole("listitem")
    .filter({ hasText: "Hill is removed." })
    .getByRole("button", { name: "Undo" })
    .click();
  const kept = async () => (await app.api<{ items: { name: string }[] }>("sites")).items.map(({ name }) => name);
  await expect.poll(kept).toContain("Lone Hill");
});

test("a site has references, antennas and times, and contacts of that time are logged from it", async ({
  page,
  app,
}) => {
  const site = { name: "Harbour", call: "CX3QUA", grid: "GF35co" };
  const { id } = await app.api<{ id: number }>("logbooks", { method: "POST", json: { name: "Summits", site } });
  await page.context().addCookies([{ name: "logbook", value: String(id), url: app.url }]);
  await page.goto("/station?page=sites");
  await page.getByRole("button", { name: "Add a site" }).press("Enter");
  const form = page.getByRole("dialog", { name: "Add a site" });
  const fill = async (fields: Readonly<Record<string, string>>) => {
    for (const [label, text] of Object.entries(fields)) await form.getByLabel(label).fill(text);
    await page.keyboard.press("Enter");
  };
  await fill({
    "Name of the place": "Pico Chico",
    "Call on the air, as in LU/CX3QUA": "CX3QUA/P",
    "Grid, as in GF35co": "GF25",
    "Summit, as in CX/MO-012": "pico",
    "Antennas by band, as 20m-10m: beam; 40m: dipole; long wire": "21m: beam",
    "From, as 2026-11-20 14:00": "tomorrow",
  });
  for (const fault of ['"pico" is no summit reference', '"21m" is no band', "a time is written like 2026-11-23 21:40"])
    await expect(form.getByText(fault)).toBeVisible();
  await fill({
    "Summit, as in CX/MO-012": "cx/mo-012",
    "Antennas by band, as 20m-10m: beam; 40m: dipole; long wire": "20m-10m: beam; dipole",
    "From, as 2026-11-20 14:00": "2026-11-20 14:00",
    Until: "2026-11-20 13:00",
  });
  await expect(form.getByText("it ends before it begins: give a later time")).toBeVisible();
  await fill({ Until: "2026-11-20 18:00" });
  const pico = page.getByRole("listitem").filter({ hasText: "Pico Chico" });
  await expect(pico).toContainText("from 2026-11-20 14:00 to 2026-11-20 18:00 for Summits");
  await expect(pico).toContainText("CX/MO-012");
  await expectAccessible(page);

  const log = (startedAt: string, call: string) =>
    app.api<object>(`logbooks/${id}/contacts`, { method: "POST", json: { call, startedAt, band: "15m", mode: "CW" } });
  expect(await log("2026-11-20T15:00:00Z", "OY4QSA")).toMatchObject({
    ...{ ownCall: "CX3QUA/P", ownSummit: "CX/MO-012", ownAntenna: "beam" },
  });
  expect(await log("2026-11-20T18:00:00Z", "OY4QSB")).toMatchObject({ ownCall: "CX3QUA", ownSummit: null });

  // A second one at the same time is refused by what it meets.
  await page.getByRole("button", { name: "Add a site" }).press("Enter");
  await fill({
    "Name of the place": "Cabin",
    "Call on the air, as in LU/CX3QUA": "CX3QUA/P",
    "Grid, as in GF35co": "GF25",
    "From, as 2026-11-20 14:00": "2026-11-20 17:00",
  });
  await expect(form.getByText("Pico Chico has its times from 2026-11-20 14:00 to 2026-11-20 18:00")).toBeVisible();
  await fill({ "From, as 2026-11-20 14:00": "2026-11-20 18:00" });
  const cabin = page.getByRole("listitem").filter({ hasText: "Cabin" });
  await expect(cabin).toContainText("In use");
  await expect(page.getByRole("listitem").filter({ hasText: "Harbour" })).toContainText("In use after that");
  await expect(page.getByRole("button", { name: "Site: Cabin, CX3QUA/P in GF25" })).toBeVisible();
});
