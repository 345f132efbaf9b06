import { expectAccessible, TOASTS } from "./axe";
import { expect, test } from "./test";

test("directories are ordered, turned off, tested and set up; what a station's page says has its source", async ({
  page,
}) => {
  await page.goto("/station?page=directories");
  const lines = page.getByRole("list", { name: "Directories" }).getByRole("listitem");
  await expect(lines.first()).toContainText("Almanac");
  await page.getByRole("button", { name: "Ask Skerry earlier" }).press("Enter");
  await expect(lines.first()).toContainText("Skerry");
  await expect(page.getByRole("tab", { name: /Directories/ })).toContainText("Skerry, then Almanac");

  await page.getByRole("button", { name: "Test, change Almanac" }).press("Enter");
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByLabel("Password")).toHaveAttribute("placeholder", "kept as it is");
  await dialog.getByLabel("Password").fill("wrong-password");
  await dialog.getByRole("button", { name: "Test these settings" }).press("Enter");
  const found = dialog.getByRole("status", { name: "Test" });
  await expect(found).toContainText("Almanac refused the user or the password");
  await expectAccessible(page);
  await dialog.getByLabel("Address").fill("reef");
  await dialog.getByRole("button", { name: "Keep" }).press("Enter");
  await expect(dialog).toContainText("an address, as https://directory.example");
  await page.keyboard.press("Escape");
  await expect(dialog).toHaveCount(0);

  await page.getByRole("button", { name: "Ask no more Skerry" }).press("Enter");
  await expect(lines.first()).toContainText("Not asked, and not believed");
  await expectAccessible(page, { without: TOASTS });
  await page.goto("/desk/call?call=OY5QSB");
  const listed = page.getByRole("region", { name: "What directories say" });
  await expect(listed.getByRole("group", { name: "Almanac" })).toContainText("CQ zone");
  await expect(listed).toContainText(/asked on \d{4}-\d\d-\d\d/);
});
