import type { StoredContact } from "../src/core/contract";
import { expectAccessible } from "./axe";
import { expect, test } from "./test";

test.beforeEach(async ({ page }) => {
  await page.goto("/desk");
  await expect(page.getByRole("grid", { name: "Log" }).getByRole("row").nth(1)).toContainText(/\d/);
  const counted = page.getByRole("status", { name: "How many contacts" });
  const before = (await counted.textContent())!;
  await page.keyboard.type("9J2QTS");
  await page.keyboard.press("Enter");
  // One of another test may stand on top already.
  await expect(counted).not.toHaveText(before);
  await expect(page.getByRole("grid", { name: "Log" }).getByRole("row").nth(1)).toContainText("9J2QTS");
  await page.keyboard.press("F8");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "9J2QTS" })).toBeVisible();
});

test("a contact is mended in the panel, what follows is told, and its history says so", async ({ page }) => {
  const panel = page.getByRole("dialog", { name: "9J2QTS" });
  await expectAccessible(page);
  await panel.getByLabel("kHz", { exact: true }).fill("99x");
  await expect(panel.getByRole("alert")).toContainText("is no frequency in kHz");
  await panel.getByLabel("kHz", { exact: true }).fill("21 030,5");
  await panel.getByLabel("Name", { exact: true }).fill(`Sunnva "<script>" 🗼 שלום`);
  await panel.getByLabel("Call", { exact: true }).fill("oy5qsb");
  await page.keyboard.press("Enter");
  await expect(page.getByText("OY5QSB is changed.")).toBeVisible();
  await expect(page.getByText(/Entity Faroe Islands, was Zambia/)).toBeVisible();
  const row = page.getByRole("grid", { name: "Log" }).getByRole("row").nth(1);
  await expect(row).toContainText("OY5QSB");
  await expect(row).toContainText("21 030.50");
  await expect(row).toContainText(`Sunnva "<script>" 🗼 שלום`);

  await page.getByRole("grid", { name: "Log" }).focus();
  await page.keyboard.press("Enter");
  const history = page.getByRole("dialog", { name: "OY5QSB" }).getByRole("region", { name: "History" });
  await expect(history).toContainText("Call: 9J2QTS → OY5QSB");
  await expect(history).toContainText("Entity: Zambia → Faroe Islands");
  await expect(history).toContainText("Logged 9J2QTS");
});

test("how its cards stand is set in the panel", async ({ page }) => {
  const panel = page.getByRole("dialog", { name: "9J2QTS" });
  const card = panel.getByRole("group", { name: "Card" });
  await card.getByLabel("Ours", { exact: true }).selectOption("sent");
  await card.getByLabel("Ours on (UTC day)").fill("yesterday");
  await expect(card.getByRole("alert")).toHaveText("a day is written like 2026-11-23");
  await card.getByLabel("Ours on (UTC day)").fill("2026-11-22");
  await card.getByLabel("Ours by way of").selectOption("bureau");
  await card.getByLabel("Theirs", { exact: true }).selectOption("confirmed");
  await card.getByLabel("Ours on (UTC day)").press("Enter");
  await expect(page.getByText("9J2QTS is changed.")).toBeVisible();
  await page.getByRole("grid", { name: "Log" }).focus();
  await page.keyboard.press("Enter");
  await expect(card.getByLabel("Ours on (UTC day)")).toHaveValue("2026-11-22");
  await expect(card.getByLabel("Theirs", { exact: true })).toHaveValue("confirmed");
  await expect(panel.getByRole("region", { name: "History" })).toContainText("Card sent, theirs confirmed");
});

test("unsaved changes are not lost by one Escape", async ({ page }) => {
  const panel = page.getByRole("dialog", { name: "9J2QTS" });
  await panel.getByLabel("Comment").fill("was loud");
  await page.keyboard.press("Escape");
  await expect(panel.getByRole("alert")).toContainText("not saved");
  await expect(panel.getByLabel("Comment")).toHaveValue("was loud");
  await page.keyboard.press("Escape");
  await expect(panel).toHaveCount(0);
});

test("a change made elsewhere meanwhile is shown, and nobody's is lost", async ({ page, app }) => {
  const panel = page.getByRole("dialog", { name: "9J2QTS" });
  await panel.getByLabel("Comment").fill("mine");
  const { items } = await app.api<{ items: StoredContact[] }>("logbooks/1/contacts?call=9J2QTS&limit=1");
  const { id } = items[0]!;
  await app.api(`logbooks/1/contacts/${id}`, { method: "PATCH", json: { name: "Mulenga", comment: "theirs" } });
  await panel.getByRole("button", { name: "Save" }).click();
  await expect(panel.getByRole("alert")).toContainText("Name Mulenga, was empty");
  await expect(panel.getByRole("alert")).toContainText("Comment theirs, was empty");
  await panel.getByRole("button", { name: "Keep what I typed, on top of it" }).click();
  await expect(panel.getByLabel("Name", { exact: true })).toHaveValue("Mulenga");
  await expect(panel.getByLabel("Comment")).toHaveValue("mine");
  await panel.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("9J2QTS is changed.")).toBeVisible();
  expect(await app.api(`logbooks/1/contacts/${id}`)).toMatchObject({ name: "Mulenga", comment: "mine" });
});

test("a contact is deleted, and had back", async ({ page }) => {
  await page.keyboard.press("Escape");
  const counted = page.getByRole("status", { name: "How many contacts" });
  const before = (await counted.textContent())!;
  await page.getByRole("grid", { name: "Log" }).focus();
  await page.keyboard.press("Delete");
  await expect(page.getByText("9J2QTS is deleted.")).toBeVisible();
  await expect(counted).not.toHaveText(before);
  await page.getByRole("listitem").getByRole("button", { name: "Undo" }).click();
  await expect(page.getByText("9J2QTS is in the log again.")).toBeVisible();
  await expect(counted).toHaveText(before);
});

test("the journal shows what was done, looks inside, and undoes", async ({ page }) => {
  await page.getByRole("dialog").getByLabel("Place", { exact: true }).fill("Kabwe");
  await page.keyboard.press("Enter");
  const row = page.getByRole("grid", { name: "Log" }).getByRole("row").nth(1);
  await expect(page.getByText("9J2QTS is changed.")).toBeVisible();
  await page.keyboard.press("Control+Alt+j");
  const changes = page.getByRole("list", { name: "Changes" });
  await expect(changes.getByRole("listitem").first()).toContainText("Changed 9J2QTS");
  await expectAccessible(page);
  await changes.getByRole("button", { name: "Look into: Changed 9J2QTS" }).first().click();
  await expect(changes.getByRole("listitem").first()).toContainText("Place: empty → Kabwe");
  const logged = changes.getByRole("listitem").nth(1);
  await logged.getByRole("button", { name: "Undo: Logged 9J2QTS" }).click();
  await expect(page.getByText("9J2QTS was changed since: Changed 9J2QTS. Undo that first.")).toBeVisible();
  await changes.getByRole("button", { name: "Undo: Changed 9J2QTS" }).first().click();
  await expect(page.getByText("Undone: Changed 9J2QTS")).toBeVisible();
  await changes.getByRole("button", { name: "Undo: Logged 9J2QTS" }).first().click();
  await expect(page.getByText("Undone: Logged 9J2QTS")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(row).not.toContainText("Kabwe");
});

test("calls are found as they are typed, and a new one comes in", async ({ page, app }) => {
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  const grid = page.getByRole("grid", { name: "Log" });
  const first = grid.getByRole("row").nth(1);
  await page.keyboard.press("Control+Alt+f");
  await page.keyboard.type("9j2qt");
  await expect(page.getByRole("status", { name: "How many contacts" })).toContainText("in the filter");
  await expect(first).toContainText("9J2QT");
  await app.api("logbooks/1/contacts", {
    method: "POST",
    json: { call: "9J2QTU", startedAt: new Date().toISOString(), band: "10m", mode: "CW" },
  });
  await expect(first).toContainText("9J2QTU");
  await page.keyboard.type("zz");
  await expect(page.getByText('No contact here has "9j2qtzz"')).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByLabel("Call", { exact: true })).toBeFocused();
  await expect(page.getByRole("status", { name: "How many contacts" })).not.toContainText("in the filter");
});
