import { expect, test } from "./test";

test("the opened contact, the filter and the sort are in the address: reload, back, forward", async ({ page }) => {
  await page.goto("/desk");
  const log = page.getByRole("region", { name: "Log" });
  const counted = log.getByRole("status", { name: "How many contacts" });
  await expect(counted).toContainText("in the log");
  await log.getByRole("button", { name: "Filter" }).click();
  await page.getByRole("menuitem", { name: "Not confirmed" }).first().click();
  await expect(counted).toContainText("in the filter");
  await expect(page).toHaveURL(/filter=/);
  await page.getByLabel("Find in the log").fill("cx");
  await expect(page).toHaveURL(/find=cx/);
  await page.getByLabel("Find in the log").press("Enter");
  const found = page.getByRole("grid", { name: "Log" }).getByRole("row").nth(1);
  await expect(found).toContainText(/C[VWX]\d|cx/i);
  await page.keyboard.press("Enter");
  const panel = page.getByRole("dialog");
  await expect(panel.getByRole("heading").first()).toBeVisible();
  await expect(page).toHaveURL(/contact=\d+/);
  const title = await panel.getByRole("heading").first().textContent();

  await page.reload();
  await expect(panel.getByRole("heading").first()).toHaveText(title!);
  await page.goBack();
  await expect(panel).toHaveCount(0);
  await expect(page.getByLabel("Find in the log")).toHaveValue("cx");
  await expect(counted).toContainText("in the filter");
  await page.goForward();
  await expect(panel.getByRole("heading").first()).toHaveText(title!);
  await page.keyboard.press("Escape");
  await expect(page).not.toHaveURL(/contact=/);
  await log.getByRole("button", { name: "Clear" }).click();
  await expect(page).not.toHaveURL(/filter=/);
  await page.reload();
  await expect(page.getByLabel("Find in the log")).toHaveValue("cx");
  await expect(log.getByRole("button", { name: "Clear" })).toHaveCount(0);
});

test("an address that leads nowhere says so, and shows the log", async ({ page }) => {
  await page.goto("/desk?contact=99999999&filter=%7Bnonsense&sort=nothing&view=77");
  await expect(page.getByText("contact 99999999 of logbook 1 does not exist")).toBeVisible();
  await expect(page).not.toHaveURL(/contact=/);
  await expect(page.getByRole("status", { name: "How many contacts" })).toContainText("in the log");
});

test("the contest's entry and its tab are in the address", async ({ page }) => {
  await page.goto("/contest?entry=all");
  await page.getByRole("button", { name: /^Open/ }).first().click();
  await expect(page).toHaveURL(/entry=\d+/);
  await page.getByRole("tab", { name: "Multipliers" }).click();
  await expect(page).toHaveURL(/tab=multipliers/);
  await page.reload();
  await expect(page.getByRole("tab", { name: "Multipliers" })).toHaveAttribute("aria-selected", "true");
  await page.goBack();
  await expect(page.getByRole("tab", { name: "Operate" })).toHaveAttribute("aria-selected", "true");
  await page.goBack();
  await expect(page).toHaveURL(/entry=all/);
  await page.goForward();
  await expect(page.getByRole("tab", { name: "Operate" })).toHaveAttribute("aria-selected", "true");
});
