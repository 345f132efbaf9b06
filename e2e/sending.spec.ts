import type { Page } from "@playwright/test";
import { expectAccessible } from "./axe";
import { entered } from "./entered";
import { callField, test } from "./shack";
import { expect } from "./test";

test.use({ shackOf: "sending" });

const messages = (page: Page) => page.getByRole("region", { name: "Messages" });
const goingOut = (page: Page) => messages(page).getByRole("status", { name: "Going out" });
const message = (page: Page, label: string) => messages(page).getByRole("button").filter({ hasText: label });

/** The contest's page of a new window, in RTTY. */
async function inRtty(page: Page) {
  await page.goto("/contest");
  await expect(callField(page)).toBeFocused();
  await expect(message(page, "Exchange")).toContainText("⏎");
}

test("messages go out in RTTY with their shifts in sight; one window sends, the other is told; Escape stops", async ({
  page,
  shack,
}) => {
  await entered(shack.app, page);
  shack.petrel.radio.change({ frequencyHz: 14_085_000, mode: "RTTY", split: false });
  await inRtty(page);
  await callField(page).fill("PY2QUB");
  await expect(message(page, "Exchange")).toContainText("⏎↓PY↑2↓QUB ↑599 ↑001");
  // Nothing is loaded while it sends: what a page does that stands still for a second and a half is another test's.
  const other = await page.context().newPage();
  await inRtty(other);
  await page.bringToFront();
  await page.keyboard.press("Alt+z");
  await expect(goingOut(page)).toHaveText("CQ TEST CX9QTH CX9QTH");
  await expectAccessible(page);
  await page.keyboard.press("Alt+z");
  // It goes out anew, and its first letter is out.
  await expect(goingOut(page)).not.toHaveText("CQ TEST CX9QTH CX9QTH");
  await expect(goingOut(page)).toContainText("C");
  await other.keyboard.press("Alt+z");
  await expect(other.getByText("sends for another window just now")).toBeVisible();
  await page.bringToFront();
  await callField(page).focus();
  await page.keyboard.press("Escape");
  await expect(messages(page).getByRole("button", { name: /^Stop/ })).toBeHidden();
  await expect(callField(page)).toHaveValue("PY2QUB");

  // What a window sends ends with it.
  await page.keyboard.press("Alt+x");
  await expect(goingOut(page)).toContainText("PY");
  await page.close();
  await expect(async () => {
    await other.keyboard.press("Alt+z");
    await expect(goingOut(other)).toContainText("CQ", { timeout: 5000 });
  }).toPass();
  await other.keyboard.press("Escape");
});

test("text goes out as it is typed, what waits is corrected, and what went out wrong is said", async ({
  page,
  shack,
}) => {
  await entered(shack.app, page);
  shack.petrel.radio.change({ frequencyHz: 14_085_000, mode: "RTTY", split: false });
  await inRtty(page);
  await page.keyboard.press("Shift+F2");
  const window = page.getByRole("dialog", { name: "Panels" });
  await window.getByRole("checkbox", { name: "Keyboard", exact: true }).press("Space");
  await window.getByRole("button", { name: "Done" }).press("Enter");
  const panel = page.getByRole("region", { name: "Keyboard" });
  await expect(panel.getByRole("status")).toHaveText("Sends RTTY.");
  await callField(page).focus();
  await page.keyboard.press("Alt+Shift+F4");
  const field = panel.getByRole("textbox", { name: "Text to send" });
  await expect(field).toBeFocused();

  await page.keyboard.type("cq @");
  await expect(panel.getByRole("alert").filter({ hasText: "RTTY has no sign for @" })).toBeVisible();
  await page.keyboard.press("Backspace");
  await page.keyboard.press("Enter");
  await expect(panel.getByRole("button", { name: /^End/ })).toBeVisible();
  await page.keyboard.type("de cx3qub");
  await page.keyboard.press("Backspace");
  await page.keyboard.type("a k");
  await expect(field).toHaveValue("CQ DE CX3QUA K");
  await expectAccessible(page);
  await page.keyboard.press("Enter");
  await expect(goingOut(page)).toHaveText("CQ DE CX3QUA K");
  await expect(panel.getByRole("button", { name: /^Send/ })).toBeVisible();
  await expect(field).toHaveValue("");

  // It sent letters where figures belong, and that is said.
  shack.app.keyerLoses(true);
  await page.keyboard.type("599 ");
  await page.keyboard.press("Enter");
  await expect(panel.getByRole("alert").filter({ hasText: "the other end prints TOO for 599" })).toBeVisible();
  shack.app.keyerLoses(false);
  // Stopped by Escape, what did not go out stays.
  await page.keyboard.type("name is ines");
  await page.keyboard.press("Escape");
  await expect(panel.getByRole("button", { name: /^Send/ })).toBeVisible();
  await expect(field).toHaveValue(/INES$/);
  await page.keyboard.press("Escape");
  await expect(callField(page)).toBeFocused();
});
