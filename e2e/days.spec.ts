import { expect, test } from "./test";

test("a day is typed, or picked from a calendar by keyboard", async ({ page }) => {
  await page.goto("/desk");
  await expect(page.getByRole("status", { name: "How many contacts" })).toContainText("in the log");
  await page.keyboard.press("Control+Alt+w");
  const from = page.getByLabel("From (UTC day, or empty)");
  await from.fill("2026-02-28");
  const calendar = page.getByRole("button", { name: "Pick from a calendar" }).first();
  await calendar.press("Enter");
  const day = page.getByRole("gridcell", { selected: true }).getByRole("button");
  await expect(day).toHaveText("28");
  await day.focus();
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Enter");
  await expect(from).toHaveValue("2026-03-01");
  await calendar.press("Enter");
  await page.keyboard.press("Escape");
  await expect(from).toHaveValue("2026-03-01");
});
