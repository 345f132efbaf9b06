import type { StoredContact } from "../src/core/contract";
import { expectAccessible } from "./axe";
import { expect, test } from "./test";

test("contacts are enriched: looked up, looked at, what is doubtful left out, taken over as one change and undone", async ({
  page,
  app,
}) => {
  const { id } = await app.api<{ id: number }>("logbooks", {
    method: "POST",
    json: { name: "Groyne log", site: { name: "Groyne", call: "CX3QUA", grid: "GF35co" } },
  });
  const calls = [..."123456789"].flatMap((digit) => ["QRA", "QSB"].map((suffix) => `W${digit}${suffix}`));
  for (const call of calls)
    await app.api(`logbooks/${id}/contacts`, {
      method: "POST",
      json: { call, startedAt: "2026-11-20T10:00:00Z", band: "20m", mode: "CW" },
    });
  const contacts = async () => (await app.api<{ items: StoredContact[] }>(`logbooks/${id}/contacts?limit=50`)).items;
  await page.context().addCookies([{ name: "logbook", value: String(id), url: app.url }]);
  await page.goto("/desk");
  await expect(page.getByRole("grid", { name: "Log" }).getByRole("row")).toHaveCount(19);
  await page.keyboard.press("F8");
  await page.keyboard.press("Control+a");
  await page.getByRole("button", { name: "Enrich" }).press("Enter");

  const dialog = page.getByRole("dialog");
  await expect(dialog).toContainText("18 of 18 stations that lack something are still to be looked up");
  await dialog.getByRole("button", { name: "Look up 10 first" }).press("Enter");
  await expect(dialog).toContainText("8 of 18 stations that lack something are still to be looked up");
  await dialog.getByRole("button", { name: "Look up all 8" }).press("Enter");
  await expect(dialog).toContainText("All of the 18 stations that lack something are looked up");
  const table = dialog.getByRole("table", { name: "What each contact would get" });
  await expect(table).toContainText("Almanac");
  await expectAccessible(page);

  await dialog.getByRole("checkbox", { name: /^State or province/ }).press("Space");
  await expect(table.getByRole("cell", { name: "State or province" })).toHaveCount(0);
  await table.getByRole("checkbox").first().press("Space");
  await expect(dialog).toContainText("but for 1 that you left out");
  await dialog.getByRole("button", { name: "Take over what is ticked" }).press("Enter");
  await expect(dialog).toContainText(/\d+ contacts enriched.*\. The journal has it as one batch/);
  const enriched = await contacts();
  const named = enriched.filter(({ name }) => name !== null);
  expect(named.length).toBeGreaterThan(9);
  expect(enriched.filter(({ state }) => state !== null)).toEqual([]);
  await dialog.getByRole("button", { name: "Undo" }).press("Enter");
  await expect(page.getByText("The change is taken back.")).toBeVisible();
  expect((await contacts()).filter(({ name }) => name !== null)).toEqual([]);
});
