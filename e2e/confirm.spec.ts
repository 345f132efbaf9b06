import { readFileSync } from "node:fs";
import type { ServiceView } from "../src/core/contract";
import { TIDELINE_KEY } from "../stand-ins/tideline/server";
import { expectAccessible, TOASTS } from "./axe";
import { expect, test } from "./test";

test.afterEach(async ({ app }) => app.lantern({ behaviour: "normal" }));

test("whatever Lantern does: the contacts stay, the page says so and offers to try again", async ({ page, app }) => {
  await page.goto("/confirm");
  const send = page.getByRole("button", { name: /^Send \d+ waiting/ });
  const label = await send.textContent();
  const state = page.getByRole("status").filter({ hasText: "Send to Lantern" });
  for (const [behaviour, words] of [
    ["error", "Lantern answered with error 500"],
    ["down", "cannot be reached, or closed the connection"],
    ["hang", "did not answer within 2 s"],
    ["cut", "closed the connection"],
    ["page", "answered with text/html and not with data"],
    ["nonsense", "answer is not understood"],
  ] as const) {
    await app.lantern({ behaviour });
    await send.click();
    await expect(state).toContainText(words);
    await expect(state.getByRole("button", { name: "Try again" })).toBeVisible();
    await expect(send).toHaveText(label!);
    await expect(send).toBeEnabled();
  }
});

test("what waits is sent, answered, confirmed later, and counts in the award", async ({ page, app }) => {
  await page.goto("/desk");
  await page.keyboard.type("P29QSA");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("grid", { name: "Log" }).getByRole("row").nth(1)).toContainText("Papua New Guinea");

  await page.keyboard.press("Control+Alt+c");
  const outbox = page.getByRole("region", { name: "Outbox" });
  await expect(outbox).toContainText("P29QSA");
  await page.keyboard.press("s");
  await expect(outbox).toContainText(/\d+ accepted, 0 known already, \d+ refused/);
  await expect(outbox).not.toContainText("P29QSA");
  await expect(outbox).toContainText("not signed: the identity of LU/CX3QUA waits for its sponsors");
  await page.getByRole("list", { name: "Receipts" }).getByRole("button").first().click();
  await expect(page.getByRole("list", { name: "Receipt", exact: true })).toContainText("accepted");

  await app.lantern({ hurry: true });
  await page.keyboard.press("f");
  const back = page.getByRole("region", { name: "What came back" });
  await expect(back).toContainText(/\d+ confirmed, \d+ known already, \d+ without a twin/);
  await expect(back.getByRole("list", { name: "What it adds to the awards" })).toContainText(
    /\d+ (entity|entities) (confirmed for the first time|new)/,
  );
  await expect(back).toContainText(/they say .* your log says|their time is/);
  await page.keyboard.press("f");
  await expect(back).toContainText("0 confirmed, 0 known already, 0 without a twin");
});

test("sending twice never makes two", async ({ page, app }) => {
  const { items } = await app.api<{ items: { id: number; call: string }[] }>("logbooks/1/contacts?limit=1&offset=400");
  const contact = items[0]!;
  await app.api(`logbooks/1/contacts/${contact.id}`, {
    method: "PATCH",
    json: { confirmations: [{ channel: "lantern", sent: "waiting" }] },
  });
  await page.goto("/confirm");
  await page.keyboard.press("s");
  await expect(page.getByRole("region", { name: "Outbox" })).toContainText("1 known already");
});

test("the second service: some contacts are looked at and sent, what it has stands beside the log, its settings are kept", async ({
  page,
  app,
}) => {
  const { settings } = await app.api<ServiceView>("logbooks/1/services/tideline");
  await page.goto("/confirm");
  await page.getByRole("button", { name: /^Send \d+ waiting/ }).waitFor();
  await page.keyboard.press("n");
  await expect(page.getByRole("tab", { name: "Tideline" })).toHaveAttribute("aria-selected", "true");

  await page.keyboard.press("m");
  const window = page.getByRole("dialog");
  const look = window.getByRole("status", { name: "What would go" });
  await expect(look).toContainText(/Of .* contacts .* go to Tideline:/);
  await expect(look).toContainText("stay here: Tideline has them, by what the log says");
  await window.getByLabel("From day").fill("2026-02-31");
  await expect(window.getByText("write a day as in 2026-11-23, or leave it empty")).toBeVisible();
  const day = new Date(Date.now() - 10 * 86_400_000).toISOString().slice(0, 10);
  await window.getByLabel("From day").fill(day);
  const send = window.getByRole("button", { name: /^Send [1-9]/ });
  await expect(send).toBeEnabled();
  const goes = (await send.textContent())!.replace("Send ", "");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("region", { name: "Outbox" })).toContainText(`${goes} accepted, 0 known already`);

  await app.tideline({ hurry: true });
  await page.keyboard.press("f");
  await expect(page.getByRole("region", { name: "What came back" })).toContainText(
    /[1-9].* confirmed, 0 known already/,
  );
  const has = page.getByRole("region", { name: "What Tideline has" });
  await has.getByRole("button", { name: "Ask what it has" }).click();
  await expect(has.getByRole("row").filter({ hasText: "LU/CX3QUA" })).toContainText("the same");
  await expectAccessible(page);

  await page.getByRole("button", { name: "Fetch again" }).click();
  await page.getByLabel("Contacts from day").fill(day);
  await page.keyboard.press("Enter");
  await expect(page.getByRole("region", { name: "What came back" })).toContainText(/of earlier days passed over/);

  await expect(page.getByRole("button", { name: "Fetch confirmations" })).toBeEnabled();
  await app.tideline({ behaviour: "busy" });
  await page.keyboard.press("f");
  await expect(page.getByText(/Tideline is busy and asks to be left alone until/).first()).toBeVisible();
  await page.getByRole("button", { name: "Settings" }).click();
  await page.getByLabel("Address", { exact: true }).fill("the sea");
  await page.keyboard.press("Enter");
  await expect(page.getByText("give an address like https://service.example")).toBeVisible();
  await page.getByLabel("Address", { exact: true }).fill("http://127.0.0.1:1/");
  await page.getByLabel("Token").fill("shore-token");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("dialog")).toBeHidden();
  await has.getByRole("button", { name: "Ask what it has" }).click();
  await expect(has.getByRole("alert")).toContainText("Tideline at 127.0.0.1:1 cannot be reached");
  expect(await page.content()).not.toContain("shore-token");
  await app.tideline({ behaviour: "normal" });
  // Other tests have the same application.
  await app.api("logbooks/1/services/tideline/settings", {
    method: "PATCH",
    json: { url: settings.url, token: TIDELINE_KEY },
  });
});

test("what others say and the log does not is mended, logged as they say it, or left alone", async ({ page, app }) => {
  await page.goto("/confirm");
  await page.getByRole("button", { name: /^Send \d+ waiting/ }).waitFor();
  await page.keyboard.press("f");
  const back = page.getByRole("region", { name: "What came back" });
  await expect(back).toContainText(/without a twin in the log/);
  const without = page.getByRole("region", { name: "Without a twin in the log" });

  const all = async () => Number(/: (\d+)/.exec((await without.getByRole("heading").textContent())!)![1]);
  const before = (await all()) - 1;
  await without.getByRole("button", { name: /their time is about 1 h before yours/, expanded: false }).click();
  // The oldest: the newest are of a contest that other tests look at.
  const mend = without.getByRole("button", { name: /^Mend ours: [A-Z0-9/]+$/ }).last();
  const call = (await mend.getAttribute("aria-label"))!.replace("Mend ours: ", "");
  await mend.click();
  const window = page.getByRole("dialog");
  await expect(window.getByLabel("What", { exact: true })).toHaveValue("shift");
  await page.keyboard.press("Enter");
  await expect(window.getByRole("button", { name: "Change 1 contact" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(window.getByRole("button", { name: "Close" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(page.getByText("1 contact confirmed.")).toBeVisible();

  await expect.poll(all).toBe(before);
  await without
    .getByRole("button", { name: /^Leave [A-Z0-9/]+ alone$/ })
    .first()
    .click();
  await expect(without.getByText("1 statement left alone.")).toBeVisible();
  await expect.poll(all).toBe(before - 1);
  await without.getByRole("button", { name: "Take them up again" }).click();
  await expect.poll(all).toBe(before);

  // Other tests have contacts confirmed today, too.
  const today = JSON.stringify({ join: "all", of: [{ field: "lantern.receivedOn", is: "today" }] });
  const { items } = await app.api<{ items: { id: number }[] }>(
    `logbooks/1/contacts?limit=1&call=${encodeURIComponent(call)}&filter=${encodeURIComponent(today)}`,
  );
  const { id } = items[0]!;
  await app.api(`logbooks/1/contacts/${id}`, { method: "DELETE" });
  await page.reload();
  await without.getByRole("button", { name: /no contact near that time is in this log/, expanded: false }).click();
  await expectAccessible(page);
  await without.getByRole("button", { name: `Log ${call}`, exact: true }).click();
  await expect(page.getByText(`${call} is logged as they say it.`)).toBeVisible();
  await expect(without).not.toContainText("no contact near that time is in this log");
});

test("contacts are signed to a file, which is sent later; one letter of it changed is told with its line", async ({
  page,
  app,
}) => {
  for (const call of ["P29QSA", "P29QSB"]) {
    const contact = { call, band: "15m", mode: "CW", startedAt: "2026-11-02T10:00:00Z" };
    await app.api("logbooks/1/contacts", { method: "POST", json: contact });
  }
  await page.goto("/confirm");
  await page.getByRole("button", { name: /^Send [1-9]\d* waiting/ }).waitFor();
  await page.keyboard.press("m");
  const window = page.getByRole("dialog");
  await window.getByLabel("From day").fill("2026-11-02");
  await window.getByLabel("To day").fill("2026-11-02");
  await window.getByRole("button", { name: "Sign to a file" }).click();
  await expect(window).toContainText("2 contacts signed.");
  const saved = page.waitForEvent("download");
  await window.getByRole("link", { name: "Save the signed file" }).click();
  const file = await (await saved).path();
  const [first, second] = readFileSync(file, "utf8").trim().split("\n");
  const at = second!.indexOf(".") + 20;
  const changed = second!.slice(0, at) + (second![at] === "A" ? "B" : "A") + second!.slice(at + 1);
  await window.getByLabel("File to send").setInputFiles({
    name: "from-the-boat.jws",
    mimeType: "text/plain",
    buffer: Buffer.from(`${first}\n${changed}\n`),
  });
  const state = page.getByRole("status").filter({ hasText: "Send from-the-boat.jws to Lantern" });
  await expect(state).toContainText("1 accepted");
  await expect(state).toContainText("1 contact of the log marked as sent");
  await expect(state).toContainText("1 not sent, the first in line 2: its signature does not fit");
});

test("another operator is asked for a confirmation from the contact, and stands among those who have not answered", async ({
  page,
  app,
}) => {
  const contact = { call: "P29QSC", band: "15m", mode: "CW", startedAt: "2026-11-03T10:00:00Z", name: "Lin" };
  const { id } = await app.api<{ id: number }>("logbooks/1/contacts", { method: "POST", json: contact });
  await page.goto(`/desk?contact=${id}`);
  await page.getByRole("button", { name: "Ask for a confirmation" }).click();
  const window = page.getByRole("dialog", { name: "Ask P29QSC for a confirmation" });
  await expect(window.getByRole("list", { name: "Why it is not confirmed" })).toContainText(
    "It waits to be sent to Lantern",
  );
  await expect(window.getByLabel("What is written")).toHaveValue(/Dear Lin,[^]*2026-11-03 10:00 UTC, 15 m, CW/);
  await expectAccessible(page);
  await window.getByLabel("How").selectOption("card");
  await window.getByLabel("What is written").fill("");
  await page.keyboard.press("Tab");
  await window.getByRole("button", { name: "Put a card among those owed" }).click();
  await expect(window.getByText("write what you ask")).toBeVisible();
  await window.getByLabel("What is written").fill("Please look.");
  await window.getByRole("button", { name: "Put a card among those owed" }).click();
  await expect(page.getByText("P29QSC is asked by a card.")).toBeVisible();

  await page.goto("/confirm?service=asked");
  const line = page.getByRole("row").filter({ hasText: "P29QSC" });
  await expect(line).toContainText("by a card");
  await expectAccessible(page, { without: TOASTS });
  await line.getByRole("button", { name: "Ask P29QSC again" }).click();
  await window.getByLabel("How").selectOption("mail");
  await page.keyboard.press("Enter");
  await expect(line).toContainText("by mail");
});
