import type { EntityTable } from "../src/core/contract";
import { expect, test } from "./test";

test("the entities are searched, counted by mode group, and the contacts behind a cell are a key away", async ({
  page,
  app,
}) => {
  const { totals } = await app.api<EntityTable>("logbooks/1/awards/entities");
  await page.goto("/awards");
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
  await page.goto("/awards");
  const { totals } = await app.api<EntityTable>("logbooks/1/awards/entities");
  await expect(page.getByText(`${totals.worked} worked`)).toBeVisible();
  await app.api("logbooks/1/contacts", {
    method: "POST",
    json: { call: "ZK3QRA", startedAt: new Date().toISOString(), band: "17m", mode: "SSB" },
  });
  await expect(page.getByText(`${totals.worked + 1} worked`)).toBeVisible();
  await page.getByLabel("Show").selectOption("unconfirmed");
  await expect(page.getByRole("rowheader", { name: "Tokelau Islands" })).toBeVisible();
});
