import { readFileSync } from "node:fs";
import { expectAccessible } from "./axe";
import { expect, test } from "./test";

const LOGGED = [
  ["OY4QSA", "2025-03-01T10:00:00Z", "20m", "CW"],
  ["OY4QSB", "2025-03-02T10:30:00Z", "20m", "SSB"],
  ["DL1QTA", "2026-03-01T23:59:59Z", "40m", "CW"],
  ["DL2QTA", "2026-04-01T00:00:00Z", "20m", "CW"],
  ["JA3QRM", "2026-04-02T08:00:00Z", "15m", "CW"],
] as const;

test("statistics of a filter and a time are seen, compared, saved, and lead to their contacts", async ({
  page,
  app,
}) => {
  const site = { name: "Pier", call: "CX3QUA", grid: "GF35co" };
  const { id } = await app.api<{ id: number }>("logbooks", { method: "POST", json: { name: "Pier log", site } });
  for (const [call, startedAt, band, mode] of LOGGED)
    await app.api(`logbooks/${id}/contacts`, { method: "POST", json: { call, startedAt, band, mode } });
  await page.context().addCookies([{ name: "logbook", value: String(id), url: app.url }]);
  await page.goto("/desk");
  await expect(page.getByRole("grid", { name: "Log" })).toBeVisible();
  await page.keyboard.press("Alt+Shift+F3");
  const card = (name: string) => page.getByRole("region", { name, exact: true });
  const bands = card("By band");
  await expect(bands.getByRole("img", { name: "By band; its figures say the same" })).toBeVisible();
  await expectAccessible(page);

  const figures = (name: string) => card(name).getByRole("table", { name });
  await bands.getByRole("tab", { name: "Figures" }).press("Enter");
  const row = (name: string, text: string) => figures(name).getByRole("row").filter({ hasText: text });
  await expect(row("By band", "20 m").getByRole("cell")).toHaveText(["3", "0", "0 %"]);
  await expectAccessible(page);

  // A year beside the one before.
  await page.getByRole("button", { name: "Time: all the time" }).press("Enter");
  await page.getByRole("menuitem", { name: "From one day until another…" }).click();
  const span = page.getByRole("dialog", { name: "The time that is counted" });
  await span.getByLabel("First day").fill("2026-12-31");
  await span.getByLabel("Last day").fill("2026-01-01");
  await page.keyboard.press("Enter");
  await expect(span.getByText("it ends before it begins")).toBeVisible();
  await span.getByLabel("First day").fill("2026-01-01");
  await span.getByLabel("Last day").fill("2026-12-31");
  await page.keyboard.press("Enter");
  await expect(row("By band", "20 m").getByRole("cell")).toHaveText(["1", "0", "0 %"]);
  await page.getByRole("button", { name: "Compare with another time" }).press("Enter");
  await page.getByRole("menuitem", { name: "The same days a year earlier" }).click();
  await expect(row("By band", "20 m").getByRole("cell")).toHaveText(["1", "0", "2", "0"]);
  await expect(row("By band", "40 m").getByRole("cell")).toHaveText(["1", "0", "0", "0"]);
  await card("By month").getByRole("tab", { name: "Figures" }).press("Enter");
  await expect(row("By month", "Mar 2026, Mar 2025").getByRole("cell")).toHaveText(["1", "0", "2", "0"]);

  const saving = page.waitForEvent("download");
  await bands.getByRole("button", { name: "Save By band as CSV" }).press("Enter");
  const csv = readFileSync(await (await saving).path(), "utf8");
  expect(csv.split("\r\n").slice(0, 3)).toEqual([
    '\uFEFFBand,contacts,confirmed,"contacts, compared","confirmed, compared"',
    "40 m,1,0,0,0",
    "20 m,1,0,2,0",
  ]);

  // Where one was is in the address: back comes to it again.
  await row("By band", "20 m").getByRole("link", { name: "2" }).press("Enter");
  const log = page.getByRole("grid", { name: "Log" });
  await expect(log.getByRole("row").filter({ hasText: "OY4QS" })).toHaveCount(2);
  await expect(page.getByRole("group", { name: "Filter" })).toContainText("Band is 20m");
  await page.goBack();
  await expect(page.getByRole("button", { name: "Compared: from 2025-01-01 to 2025-12-31" })).toBeVisible();

  // What is logged meanwhile is said, and counted when one asks for it.
  await app.api(`logbooks/${id}/contacts`, {
    method: "POST",
    json: { call: "K1QTB", startedAt: "2026-05-01T08:00:00Z", band: "15m", mode: "CW" },
  });
  await expect(page.getByText("1 contact came since")).toBeVisible();
  await page.getByRole("button", { name: "Count anew" }).press("Enter");
  await card("By band").getByRole("tab", { name: "Figures" }).press("Enter");
  await expect(row("By band", "15 m").getByRole("cell")).toHaveText(["2", "0", "0", "0"]);
});
