import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expectAccessible, TOASTS } from "./axe";
import { expect, test } from "./test";

test("a backup is made, checked and read back, a copy goes to a second folder, and what fails is told on the rail", async ({
  page,
}) => {
  const elsewhere = mkdtempSync(join(tmpdir(), "ypsiloid-second-"));
  const second = join(elsewhere, "stick");
  await page.goto("/station");
  const backups = page.getByRole("region", { name: "Backups" });
  await backups.getByRole("button", { name: "Settings of backups" }).click();
  const window = page.getByRole("dialog");
  await window.getByLabel("Of days").fill("many");
  await expect(window.getByText("a number, as 7")).toBeVisible();
  await window.getByLabel("Of days").fill("4");
  const folder = window.getByLabel(/A copy of each goes to this folder/);
  await folder.fill("stick");
  await folder.press("Enter");
  await expect(window.getByText(/write it from the root on/)).toBeVisible();
  await expectAccessible(page);
  await folder.fill(second);
  await folder.press("Enter");
  await expect(window).toBeHidden();
  await expect(backups.getByText(second)).toBeVisible();

  await backups.getByRole("button", { name: "Back up now" }).press("Enter");
  await expect(page.getByText(/Backed up and read back: [\d\u2009]+ contacts\./)).toBeVisible();
  const newest = backups.getByRole("row").nth(1);
  await expect(newest).toContainText("asked for");
  await expect(newest).toContainText("whole");
  await expect(newest).toContainText("has it");
  await expectAccessible(page, { without: TOASTS });

  // The disk is taken away.
  rmSync(second, { recursive: true });
  writeFileSync(second, "");
  await backups.getByRole("button", { name: "Back up now" }).press("Enter");
  await expect(backups.getByRole("status")).toContainText("could not be copied to");
  await page.goto("/desk");
  await page.getByRole("status").filter({ hasText: "Backup failed" }).press("Enter");
  await expect(page).toHaveURL(/station#backups/);
  rmSync(elsewhere, { recursive: true });
  await backups.getByRole("button", { name: "Settings of backups" }).click();
  await folder.fill("");
  await folder.press("Enter");
  await expect(window).toBeHidden();
  await backups.getByRole("button", { name: "Back up now" }).press("Enter");
  await expect(page.getByText("Backup failed")).toBeHidden();
});
