import { expectAccessible } from "./axe";
import { expect, test } from "./test";

test("a received card is marked by keyboard, one is owed back, its label printed, and marked as sent", async ({
  page,
  app,
}) => {
  for (const day of ["01", "02"])
    await app.api("logbooks/1/contacts", {
      method: "POST",
      json: { call: "ZP9QRM", startedAt: `2019-07-${day}T10:00:00Z`, band: "20m", mode: "CW", reportSent: "579" },
    });
  await page.goto("/desk");
  await expect(page.getByRole("grid", { name: "Log" }).getByRole("row").nth(1)).toContainText(/\d/);
  await page.keyboard.press("Control+Alt+k");
  const cards = page.getByRole("dialog");
  await page.keyboard.type("zp9qrn");
  await page.keyboard.press("Enter");
  await expect(cards.getByRole("status")).toContainText("No contact with ZP9QRN");
  await cards.getByLabel("Call on the card").fill("zp9qrm");
  await page.keyboard.press("Enter");
  const list = cards.getByRole("list", { name: "Contacts with ZP9QRM" });
  await expect(list.getByRole("listitem")).toHaveCount(2);
  await list.getByRole("checkbox").first().check();
  await cards.getByLabel("I owe one back").check();
  await expectAccessible(page);
  await page.keyboard.press("Enter");
  await expect(cards.getByRole("status")).toContainText("ZP9QRM: 1 card received");
  await expect(cards.getByLabel("Call on the card")).toBeFocused();
  await cards.getByRole("link", { name: /owed/ }).click();
  const label = page.getByRole("list", { name: "Labels" }).getByRole("listitem").filter({ hasText: "ZP9QRM" });
  await expect(label).toContainText("2019-07-02 10:00");
  await expect(label).toContainText("thank you for yours");
  await expectAccessible(page, { without: 'ul[aria-label="Labels"] li:nth-child(n + 4)' });
  await page.getByRole("button", { name: "Mark them as sent today" }).click();
  await expect(page.getByText("No card is owed.")).toBeVisible();
  await page.getByRole("listitem").getByRole("button", { name: "Undo" }).click();
  await expect(label).toBeVisible();
});
