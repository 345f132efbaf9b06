import AxeBuilder from "@axe-core/playwright";
import type { AwardProgress, AwardTable } from "../src/core/contract";
import { expect, test } from "./test";

test("the entities are searched, counted by mode group, and the contacts behind a cell are a key away", async ({
  page,
  app,
}) => {
  const { totals } = await app.api<AwardTable>("logbooks/1/awards/entities");
  await page.goto("/awards?award=entities");
  const table = page.getByRole("grid", { name: "Entities by band" });
  await expect(page.getByText(`${totals.worked} worked`)).toBeVisible();
  await expect(page.getByText(`${totals.confirmed} confirmed`)).toBeVisible();
  await page.keyboard.press("/");
  await page.keyboard.type("uruguay");
  await expect(table.getByRole("rowheader", { name: "Uruguay" })).toBeVisible();
  await table.focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("dialog")).toContainText("Uruguay, all bands");
  await expect(page.getByRole("dialog").getByRole("row").first()).toContainText(/C[VWX]\d/);
  await page.keyboard.press("Escape");
  await page.keyboard.press("2");
  await expect(page.getByRole("radio", { name: "CW" })).toBeChecked();
});

test("the table moves when a contact is logged elsewhere", async ({ page, app }) => {
  await page.goto("/awards?award=entities");
  const { totals } = await app.api<AwardTable>("logbooks/1/awards/entities");
  await expect(page.getByText(`${totals.worked} worked`)).toBeVisible();
  await app.api("logbooks/1/contacts", {
    method: "POST",
    json: { call: "ZK3QRA", startedAt: new Date().toISOString(), band: "17m", mode: "SSB" },
  });
  await expect(page.getByText(`${totals.worked + 1} worked`)).toBeVisible();
  await page.getByLabel("Show").selectOption("unconfirmed");
  await expect(page.getByRole("rowheader", { name: "Tokelau Islands" })).toBeVisible();
});

test("each award stands in the list with how far it is, opens to its table, and its contacts are a key away", async ({
  page,
  app,
}) => {
  const { items } = await app.api<{ items: AwardProgress[] }>("logbooks/1/awards");
  const zones = items.find(({ award }) => award === "cqZones")!;
  expect(zones).toMatchObject({ isCounted: true });
  expect(zones.worked).toBeGreaterThan(30);
  await page.goto("/awards");
  const line = page.getByRole("row").filter({ hasText: "CQ zones" });
  await expect(line).toContainText(`${zones.confirmed}`);
  await expect(line).toContainText("40");
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await line.getByRole("button", { name: "CQ zones" }).press("Enter");
  const table = page.getByRole("grid", { name: "CQ zones by band" });
  await expect(table.getByRole("rowheader").first()).toHaveText(/Zone \d/);
  await page.keyboard.press("/");
  await page.keyboard.type("zone 13");
  await table.focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("dialog")).toContainText("Zone 13, all bands");
  await expect(page.getByRole("dialog").getByRole("row").first()).toBeVisible();
  await page.keyboard.press("Escape");
  await page.getByLabel("Show").selectOption("missing");
  await page.keyboard.press("Escape");
  await page.getByRole("heading", { name: "CQ zones" }).click();
  await page.keyboard.press("a");
  await expect(page.getByRole("heading", { name: "Awards" })).toBeVisible();
});
