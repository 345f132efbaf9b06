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
  await page.goto("/station?page=backups");
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
  await expect(page).toHaveURL(/page=backups/);
  rmSync(elsewhere, { recursive: true });
  await backups.getByRole("button", { name: "Settings of backups" }).click();
  await folder.fill("");
  await folder.press("Enter");
  await expect(window).toBeHidden();
  await backups.getByRole("button", { name: "Back up now" }).press("Enter");
  await expect(page.getByRole("status").filter({ hasText: "Backup failed" })).toHaveCount(0);
});

test("one goes back to a backup by keyboard, after seeing what it would do; what was logged since is taken over, and all goes on", async ({
  page,
  app,
}) => {
  const before = await app.api<{ name: string }>("backups", { method: "POST" });
  const log = (call: string) =>
    app.api<{ id: number }>("logbooks/1/contacts", {
      method: "POST",
      json: { call, startedAt: new Date().toISOString(), band: "17m", mode: "SSB" },
    });
  await log("ZK3QRB");
  await page.goto("/station?page=backups");
  const backups = page.getByRole("region", { name: "Backups" });
  const open = backups
    .getByRole("row")
    .filter({ hasText: "asked for" })
    .first()
    .getByRole("button", { name: /^Go back/ });
  await open.press("Enter");
  const window = page.getByRole("dialog");
  await expect(window.getByRole("list", { name: /Logged since/ })).toContainText("ZK3QRB");
  await expect(window.getByRole("row", { name: /^Home log/ })).toContainText("1");
  await window.getByLabel(/Take over what was logged since/).press("Space");
  await expect(window.getByText(/They leave the log/)).toBeVisible();
  await expectAccessible(page);
  await window.getByLabel(/Take over what was logged since/).press("Space");
  await window.getByRole("button", { name: "Go back" }).press("Enter");
  await expect(page.getByText(/The log is that of .* UTC, with 1 contact taken over\./)).toBeVisible();
  await expect(backups.getByRole("row").nth(1)).toContainText("before going back");

  // The page hears what happens on the log that is there now.
  await page.goto("/desk");
  const top = page.getByRole("grid", { name: "Log" }).getByRole("row").nth(1);
  await expect(top).toContainText("ZK3QRB");
  await log("ZK3QRC");
  await expect(top).toContainText("ZK3QRC");

  writeFileSync(join(app.data, "backups", "torn.sqlite"), "no database");
  await page.goto("/station?page=backups");
  await backups
    .getByRole("row")
    .filter({ hasText: "not read back" })
    .getByRole("button", { name: /^Go back/ })
    .press("Enter");
  await expect(window.getByRole("alert")).toContainText("file is not a database");
  await expect(window.getByRole("button", { name: "Go back" })).toBeDisabled();
  await page.keyboard.press("Escape");
  rmSync(join(app.data, "backups", "torn.sqlite"));
  await expect(app.api(`backups/${before.name}x/look`)).rejects.toThrow("404");
});
