import { expect, test } from "./test";

/** A key as a browser tells it on a keyboard of another layout: by its place, and the sign that it makes there. */
const LAYOUTS = [
  { layout: "German", code: "KeyZ", key: "y", does: "Nothing was logged here that could be undone." },
  { layout: "French", code: "KeyW", key: "z", does: "Where a call operates from" },
  { layout: "Apple", code: "KeyJ", key: "∆", does: "Every change of the log, the newest first. Times are UTC." },
] as const;

for (const { layout, code, key, does } of LAYOUTS)
  test(`keys are meant by their place on a keyboard of ${layout} layout`, async ({ page }) => {
    await page.goto("/desk");
    await expect(page.getByRole("status", { name: "How many contacts" })).toContainText("in the log");
    const call = page.getByRole("textbox", { name: "Call", exact: true });
    await call.dispatchEvent("keydown", { code, key, ctrlKey: true, altKey: true, bubbles: true, cancelable: true });
    await expect(page.getByText(does)).toBeVisible();
  });

test("a key is changed in the window of keys, which says what it clashes with, and works at once", async ({ page }) => {
  await page.goto("/desk");
  await page.keyboard.press("F1");
  await page.getByRole("button", { name: "Change the keys" }).click();
  const label = page.getByText("Show the journal of all changes", { exact: true });
  const row = page.getByRole("listitem").filter({ has: label });
  const change = row.getByRole("button", { name: "Change the key of: Show the journal of all changes" });
  await change.click();
  await page.keyboard.press("Control+Alt+k");
  await expect(row.getByRole("alert")).toHaveText("also: Go through received cards");
  await change.click();
  await page.keyboard.press("Control+Alt+t");
  await expect(row.getByRole("alert")).toHaveText("desktops usually keep it for themselves");
  await change.click();
  await page.keyboard.press("Escape");
  await change.click();
  await page.keyboard.press("Control+Alt+Comma");
  await expect(row.getByRole("alert")).toHaveCount(0);
  await expect(row.locator("kbd")).toHaveText("Ctrl Alt ,");
  await page.getByRole("button", { name: "Close", exact: true }).click();
  await page.reload();
  await expect(page.getByRole("status", { name: "How many contacts" })).toContainText("in the log");
  await page.keyboard.press("Control+Alt+j");
  await page.keyboard.press("Control+Alt+Comma");
  await expect(page.getByRole("heading", { name: "Journal" })).toBeVisible();
  await page.keyboard.press("Escape");
  await page.keyboard.press("F1");
  await page.getByRole("button", { name: "Change the keys" }).click();
  await page.getByRole("button", { name: "All as shipped" }).click();
  await expect(row.locator("kbd")).toHaveText("Ctrl Alt J");
});
