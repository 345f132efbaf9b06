import { expectAccessible } from "./axe";
import { expect, test } from "./test";

test("everything known of a station is one key away: what it said, each contact, confirmations, directory, a note", async ({
  page,
  app,
}) => {
  const site = { name: "Jetty", call: "CX3QUA", grid: "GF35co" };
  const { id } = await app.api<{ id: number }>("logbooks", { method: "POST", json: { name: "Jetty log", site } });
  const log = (startedAt: string, facts: object) =>
    app.api(`logbooks/${id}/contacts`, { method: "POST", json: { startedAt, band: "20m", mode: "CW", ...facts } });
  const lantern = { channel: "lantern", sent: "sent", sentOn: "2026-11-20", received: "confirmed" };
  await log("2026-11-20T10:00:00Z", { call: "W2QUB", name: "Ruth", confirmations: [lantern] });
  await log("2026-01-05T10:00:00Z", { call: "W2QUB/P", name: "Ruthie", grid: "FN20", mode: "SSB" });
  await log("2026-01-05T11:00:00Z", { call: "OY4QSA" });
  await page.context().addCookies([{ name: "logbook", value: String(id), url: app.url }]);
  await page.goto("/desk");
  await page.getByLabel("Call", { exact: true }).fill("w2qub");
  await expect(page.getByRole("region", { name: "Reading" })).toContainText("United States");
  await page.keyboard.press("Alt+Shift+F5");
  const part = (name: string) => page.getByRole("region", { name, exact: true });
  await expect(page.getByRole("heading", { level: 1, name: "W2QUB" })).toBeVisible();
  await expect(part("With W2QUB: 2 contacts")).toContainText("Lantern 1 sent, 1 confirmed");
  await expect(part("What it said")).toContainText("Ruth 2026-11-20; before Ruthie");
  await expect(part("What it said")).toContainText("FN20");
  await expect(part("What directories say")).toContainText(/asked on \d{4}-\d\d-\d\d/);
  const contacts = page.getByRole("table", { name: "Every contact with the station, the newest first" });
  await expect(contacts.getByRole("row")).toHaveCount(3);
  await expect(contacts.getByRole("row").nth(2)).toContainText("W2QUB/P");
  await expectAccessible(page);

  await page.keyboard.press("Control+Alt+m");
  await page.getByRole("textbox", { name: "Note" }).fill("Met at the fair");
  await page.getByRole("button", { name: "Keep", exact: true }).press("Enter");
  await expect(part("Note")).toContainText("Met at the fair");
  // What is logged meanwhile is there without being asked for.
  await log("2026-11-21T10:00:00Z", { call: "W2QUB", band: "15m" });
  await expect(part("With W2QUB: 3 contacts")).toBeVisible();

  await contacts.getByRole("link", { name: "2026-01-05 10:00" }).press("Enter");
  await expect(page.getByRole("dialog", { name: "W2QUB/P" })).toHaveCount(1);
  const opened = page.getByRole("dialog", { name: "W2QUB/P" });
  await opened.getByRole("link", { name: "All that is known of it" }).press("Enter");
  await expect(page.getByRole("heading", { level: 1, name: "W2QUB/P" })).toBeVisible();

  await page.getByLabel("Another call").fill("zz");
  await page.keyboard.press("Enter");
  await expect(page.getByText("No contact with it yet.").or(page.getByRole("alert"))).toBeVisible();
});
