import type { Page } from "@playwright/test";
import { readFileSync } from "node:fs";
import type { ContestRow, Entry, Logbook, Standing } from "../src/core/contract";
import { expectAccessible } from "./axe";
import type { App } from "./app";
import { type Entered, entered, newTag, rules } from "./entered";
import { expect, test } from "./test";

async function log(app: App, { entry }: Entered, call: string, change: object = {}): Promise<ContestRow> {
  return app.api<ContestRow>(`entries/${entry.id}/contacts`, {
    method: "POST",
    json: {
      call,
      startedAt: new Date(Date.now() - 3_600_000).toISOString(),
      band: "15m",
      mode: "CW",
      received: { serial: "7", zone: "14" },
      ...change,
    },
  });
}

const callField = (page: Page) => page.getByLabel("Call", { exact: true });
const worth = (page: Page) => page.getByRole("status", { name: "Worth" });
const enterDoes = (page: Page) => page.getByRole("status", { name: "What Enter does" });
const firstRow = (page: Page) => page.getByRole("grid", { name: "Log of the contest" }).getByRole("row").nth(1);
const rowsOf = (app: App, { entry }: Entered) =>
  app.api<{ items: ContestRow[]; total: number }>(`entries/${entry.id}/contacts`);

/** Enter logs at once, without messages. */
async function withoutMessages(page: Page) {
  await page.goto("/contest");
  await expect(callField(page)).toBeVisible();
  await page.keyboard.press("Control+Alt+b");
  await expect(enterDoes(page)).toHaveText("Enter logs");
  await callField(page).focus();
}

test("a contest is entered from the calendar, with the exchange shown as it will go out", async ({ page, app }) => {
  const tag = newTag();
  const logbook = await app.api<Logbook>("logbooks", {
    method: "POST",
    json: { name: tag, site: { name: "Cabo Farol", call: "CX3QUA", grid: "GF35co", power: 100 } },
  });
  await page.context().addCookies([{ name: "logbook", value: String(logbook.id), url: app.url }]);
  const limits = [{ category: { power: ["LOW"] }, watts: 50 }];
  const own = rules(tag, { format: "ypsiloid-contest/2", limits });
  await app.api("contests", { method: "POST", json: own });
  await page.goto("/contest");
  const row = page.getByRole("row", { name: new RegExp(tag) });
  await expect(row).toContainText("runs now");
  await expectAccessible(page);
  await row.getByRole("button", { name: "Enter it" }).click();
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByLabel("The exchange as it goes out")).toHaveText("599 001 13");
  // The site's 100 W are more than this contest has as low power.
  await expect(dialog.getByRole("combobox", { name: "Power" })).toHaveValue("HIGH");
  await expect(dialog.getByRole("option", { name: "Low power, up to 50 W (LOW)" })).toBeAttached();
  await dialog.getByLabel("Zone, from the site").fill("77");
  await page.keyboard.press("Enter");
  await expect(dialog.getByRole("alert")).toContainText("Zone 77 does not exist");
  await dialog.getByLabel("Zone, from the site").fill("");
  await expectAccessible(page);
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: `Watch ${tag}` })).toBeVisible();
  await expect(callField(page)).toBeFocused();
  await page.goto("/desk");
  await expect(page.getByLabel("Entry line").getByText("is on")).toBeVisible();
  await callField(page).fill("DL1QTA");
  await page.keyboard.press("Space");
  await page.keyboard.type("12");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("grid", { name: "Log" }).getByRole("row").nth(1)).toContainText("DL1QTA");
});

test("a contact is made with messages in Morse, step by step with Enter", async ({ page, app }) => {
  const set = await entered(app, page);
  await page.goto("/contest");
  await expect(enterDoes(page)).toHaveText("Enter calls");
  await callField(page).focus();
  await page.keyboard.press("Alt+PageUp");
  for (let press = 0; press < 20; press++) await page.keyboard.press("Alt+PageUp");
  await expect(page.getByText("60 wpm")).toBeVisible();
  await page.keyboard.press("Enter");
  const goesOut = page.getByRole("status", { name: "Going out" });
  await expect(goesOut).toContainText("CQ TEST");
  await page.keyboard.press("Escape");
  await expect(goesOut.getByRole("button", { name: /Stop/ })).toBeHidden();
  await page.keyboard.type("dl1qta");
  await expect(worth(page)).toContainText("Zones: Western Europe");
  await expect(worth(page)).toContainText("3 points");
  await expect(page.getByRole("button", { name: /^Exchange Alt X/ })).toContainText("DL1QTA 5NN 001 13");
  await page.keyboard.press("Enter");
  await expect(enterDoes(page)).toHaveText("Enter asks again");
  await page.keyboard.type("12");
  await expect(enterDoes(page)).toHaveText("Enter logs, and thanks");
  await page.keyboard.press("Enter");
  await expect(firstRow(page)).toContainText("DL1QTA");
  await expect(callField(page)).toHaveValue("");
  await expect(page.getByRole("region", { name: "Score" })).toContainText("3 points × 1");
  await expect(goesOut).toContainText("TU CX9QTH");
  const { items } = await rowsOf(app, set);
  expect(items[0]!.contact).toMatchObject({
    serialSent: 1,
    serialReceived: 12,
    exchangeReceived: "14",
    cqZone: 14,
    operator: "CX3QUA",
  });
  await expectAccessible(page);
});

test("the exchange is understood in any order, doubts are said once, duplicates count for nothing", async ({
  page,
  app,
}) => {
  const set = await entered(app, page);
  await withoutMessages(page);
  await page.keyboard.type("w1qua");
  await page.keyboard.press("Space");
  await expect(page.getByLabel("Serial", { exact: true })).toBeFocused();
  await page.getByLabel("Serial", { exact: true }).fill("5 599 023");
  await page.keyboard.press("Enter");
  await expect(firstRow(page)).toContainText("W1QUA");
  const { items } = await rowsOf(app, set);
  expect(items[0]!.contact).toMatchObject({ serialReceived: 23, exchangeReceived: "05", reportReceived: "599" });

  await page.keyboard.type("w1qua");
  await expect(worth(page)).toContainText("duplicate");
  await page.keyboard.press("Escape");
  await page.keyboard.type("dl1qtb");
  await page.keyboard.press("Space");
  await page.keyboard.type("0");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "Serial 0 does not exist" })).toContainText(
    "Enter again logs it",
  );
  await page.getByLabel("Serial", { exact: true }).fill("44");
  await page.getByLabel("Zone", { exact: true }).fill("20");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "Germany is in zone 14" })).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(firstRow(page)).toContainText("DL1QTB");

  await page.keyboard.press("F8");
  await page.keyboard.press("ArrowRight");
  for (let press = 0; press < 5; press++) await page.keyboard.press("ArrowRight");
  await page.keyboard.press("F2");
  await page.getByRole("textbox", { name: /of DL1QTB/ }).fill("14");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("region", { name: "Score" })).toContainText("6 points × 2");
  await expect(firstRow(page)).toContainText("Western Europe");
});

test("search and pounce, the run frequency, operators, messages in pieces, and a line to say", async ({
  page,
  app,
}) => {
  await entered(app, page);
  await page.goto("/contest");
  await expect(enterDoes(page)).toHaveText("Enter calls");
  await page.getByRole("button", { name: "Messages" }).click();
  const dialog = page.getByRole("dialog");
  const call = dialog.getByRole("group", { name: "Call", exact: true });
  await call.getByLabel("Words").fill("CQ FAROL");
  await call.getByRole("button", { name: "Take out My call" }).first().click();
  await call.getByLabel("Add to Call").selectOption("operator");
  await expect(call).toContainText("CQ FAROL CX9QTH CX3QUA");
  await dialog.getByLabel("Short numbers (N for 9, T for 0)").selectOption("all");
  await expect(dialog.getByLabel("Exchange as it goes out").first()).toHaveText("LU2QSA 5NN TT1 13");
  await dialog.getByRole("button", { name: "Add a message" }).first().click();
  const own = dialog.getByRole("group", { name: "Own 1" });
  await own.getByRole("textbox", { name: "Words" }).fill("QRX 5");
  await expect(own).toContainText("QRX 5");
  await dialog.getByRole("button", { name: "Remove Their call" }).click();
  await dialog.getByRole("button", { name: "Move Own 1", exact: true }).focus();
  await page.keyboard.press("Space");
  await expect(dialog.getByText("Own 1: place 5 of 5.")).toBeAttached();
  // What is picked up listens to keys a moment after it says that it is.
  await expect(async () => {
    if ((await dialog.getByText("Own 1: place 5 of 5.").count()) > 0) await page.keyboard.press("ArrowUp");
    await expect(dialog.getByText("Own 1: place 4 of 5.")).toBeAttached({ timeout: 2000 });
  }).toPass();
  await page.keyboard.press("Space");
  await expect(dialog.getByRole("group", { name: "Running" }).getByRole("listitem").last()).toContainText("AGN");
  await expectAccessible(page);
  await dialog.getByRole("button", { name: "Keep" }).click();
  await expect(page.getByRole("button", { name: /^Call Alt Z/ })).toContainText("CQ FAROL CX9QTH CX3QUA");
  await expect(page.getByRole("button", { name: /^Own 1 Alt V/ })).toContainText("QRX 5");
  await callField(page).focus();
  await page.keyboard.press("Alt+z");
  await expect(page.getByRole("status", { name: "Going out" })).toContainText("CQ");
  await page.keyboard.press("Escape");
  await page.keyboard.press("Control+Alt+r");
  await expect(enterDoes(page)).toHaveText("Enter waits for a call");
  await page.keyboard.press("Alt+ArrowUp");
  await expect(page.getByRole("button", { name: /^Back to/ })).toBeVisible();
  await page.keyboard.press("Control+Alt+g");
  await expect(page.getByRole("button", { name: /^Back to/ })).toBeHidden();
  await expect(enterDoes(page)).toHaveText("Enter calls");
  await page.keyboard.press("Control+Alt+y");
  await expect(page.getByRole("button", { name: "At the key: CX2QRB" })).toBeVisible();
  await page.getByLabel("Mode", { exact: true }).selectOption({ label: "SSB" });
  await callField(page).fill("LU2QSA");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("status", { name: "To say" })).toContainText("Lima Uniform two Quebec Sierra Alfa");
});

test("a paper log is entered with its times; the messages go to a file and back; the category is changed in the middle", async ({
  page,
  app,
}) => {
  const set = await entered(app, page);
  await withoutMessages(page);
  await page.keyboard.press("F4");
  const clock = new Date(Date.now() - 5_400_000).toISOString();
  await page.getByLabel("Day, UTC").fill(clock.slice(0, 10));
  await page.getByLabel("Time, UTC").fill(clock.slice(11, 16).replace(":", ""));
  await page.keyboard.press("Enter");
  for (const [index, call] of ["DL1QTE", "DL1QTF", "DL1QTE"].entries()) {
    await expect(callField(page)).toBeFocused();
    await page.keyboard.type(call);
    await page.getByLabel("Serial", { exact: true }).fill(String(index + 4));
    await page.keyboard.press("Enter");
    await expect(page.getByLabel("Time, UTC")).toBeFocused();
    await page.keyboard.press("ArrowUp");
    await page.keyboard.press("Enter");
  }
  await expect.poll(async () => (await rowsOf(app, set)).total).toBe(3);
  const { items } = await rowsOf(app, set);
  expect(items.map(({ contact, judgement }) => [contact.startedAt.slice(0, 16), judgement.duplicate])).toEqual(
    [2, 1, 0].map((minutes) => [
      new Date(Date.parse(clock) + minutes * 60_000).toISOString().slice(0, 16),
      minutes === 2,
    ]),
  );
  await expect(page.getByRole("region", { name: "Score" })).toContainText("6 points × 1");

  await page.getByRole("button", { name: "Messages" }).click();
  const dialog = page.getByRole("dialog");
  const download = page.waitForEvent("download");
  await dialog.getByRole("button", { name: "Save as a file" }).click();
  const saved = JSON.parse(readFileSync(await (await download).path(), "utf8")) as { run: { label: string }[] };
  saved.run[0]!.label = "Calling";
  const give = (text: string) =>
    dialog
      .getByLabel("Open a file")
      .setInputFiles({ name: "m.json", mimeType: "application/json", buffer: Buffer.from(text) });
  await give("[]");
  await expect(dialog.getByRole("alert")).toContainText("m.json holds no messages");
  await give(JSON.stringify(saved));
  await dialog.getByRole("button", { name: "Keep" }).click();
  await expect(page.getByRole("button", { name: /^Calling Alt Z/ })).toBeVisible();

  await page.getByRole("button", { name: "Tone" }).click();
  await callField(page).focus();
  await page.keyboard.press("Alt+z");
  await expect(page.getByRole("status", { name: "Going out" })).toContainText("C");
  await page.keyboard.press("Escape");

  await page.getByRole("button", { name: "Entry", exact: true }).click();
  await dialog.getByLabel("Operator", { exact: true }).selectOption("SINGLE-OP");
  await dialog.getByRole("combobox", { name: "Band" }).selectOption("40M");
  await dialog.getByLabel("Goal, contacts").fill("60");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("region", { name: "Score" })).toContainText("the category claims 40 m alone");
  await expect(page.getByRole("region", { name: "Rate" })).toContainText("3 / 60");
  await page.getByRole("tab", { name: "Hand in" }).click();
  await expect(page.getByLabel("Preview")).toContainText("CATEGORY-OPERATOR: SINGLE-OP");
});

test("two positions share serials, duplicates, score and notes; one that loses the server hands in later", async ({
  page,
  app,
  browser,
}) => {
  const set = await entered(app, page);
  await withoutMessages(page);
  const other = await browser.newContext({ baseURL: app.url });
  await other.addCookies([{ name: "logbook", value: String(set.logbook.id), url: app.url }]);
  const second = await other.newPage();
  await withoutMessages(second);
  await second.getByLabel("Name of this position").fill("Right");
  await expect(page.getByRole("region", { name: "Positions" })).toContainText("Right");
  await second.getByLabel("Note to the other positions").fill("10 m is <b>open</b>");
  await page.keyboard.press("Enter");
  await second.keyboard.press("Enter");
  await expect(page.getByRole("list", { name: "Notes" })).toContainText("10 m is <b>open</b>");

  const type = async (on: Page, call: string) => {
    await callField(on).fill(call);
    await on.getByLabel("Serial", { exact: true }).fill("9");
    await on.keyboard.press("Enter");
  };
  await type(page, "LU2QSA");
  await expect(firstRow(second)).toContainText("LU2QSA");
  await callField(second).fill("LU2QSA");
  await expect(worth(second)).toContainText("duplicate");
  await other.setOffline(true);
  await type(second, "DL1QTC");
  await expect(second.getByText("1 kept in this browser")).toBeVisible();
  await expect(callField(second)).toHaveValue("");
  await type(page, "DL1QTD");
  await expect(firstRow(page)).toContainText("DL1QTD");
  await other.setOffline(false);
  await expect(second.getByText("1 contact was handed in.")).toBeVisible();
  await expect(page.getByRole("grid", { name: "Log of the contest" })).toContainText("DL1QTC");
  const { items, total } = await rowsOf(app, set);
  expect(total).toBe(3);
  expect(new globalThis.Set(items.map(({ contact }) => contact.serialSent)).size).toBe(3);
  await other.close();
});

test("a contact half typed is there again after the browser was closed", async ({ page, app }) => {
  await entered(app, page);
  await withoutMessages(page);
  await page.keyboard.type("ja1qux");
  await page.keyboard.press("Space");
  await page.keyboard.type("33");
  await expect(callField(page)).toHaveValue("JA1QUX");
  await expect(page.getByLabel("Serial", { exact: true })).toHaveValue("33");
  await page.close();
  const again = await page.context().newPage();
  await again.goto("/contest");
  await expect(callField(again)).toHaveValue("JA1QUX");
  await expect(again.getByLabel("Serial", { exact: true })).toHaveValue("33");
});

test("before its start the entry line says so, and logs a day's contact unless told otherwise", async ({
  page,
  app,
}) => {
  const later = new Date(Date.now() + 3 * 86_400_000).toISOString().slice(0, 10);
  await entered(app, page, { when: { fixed: [{ from: `${later}T00:00:00Z`, to: `${later}T12:00:00Z` }] } });
  await page.goto("/desk");
  const line = page.getByLabel("Entry line");
  await expect(line).toContainText(`begins ${later} 00:00 UTC`);
  await expect(line).toContainText("Logged as a day's contact.");
  await expect(line.getByLabel("Name", { exact: true })).toBeVisible();
  await line.getByRole("button", { name: "Log into the contest all the same" }).click();
  await expect(line.getByLabel("Serial", { exact: true })).toBeVisible();
});

test("the log check of the demo shows the mistakes that people make, the likeliest first, and little else", async ({
  page,
  app,
}) => {
  const entries = await app.api<{ items: Entry[] }>("logbooks/1/entries");
  const practice = entries.items.find(({ tag }) => tag === "FAROL-PRACTICE")!;
  await page.context().addCookies([{ name: "logbook", value: "1", url: app.url }]);
  await page.goto(`/contest?entry=${practice.id}&tab=log-check`);
  const found = page.getByRole("table", { name: "Findings" });
  const said = [
    /Surely.*is one letter off .*worked \d+ times/,
    /Surely.*30 m is no band of this contest/,
    /Surely.*Zone is missing or has no known form/,
    /Surely.*Zone 36 was logged/,
    /Likely.*Zone 04 was logged, and 05/,
    /Likely.*sent \d+ here and \d+ before/,
  ];
  for (const text of said) await expect(found.getByRole("row").filter({ hasText: text })).toHaveCount(1);
  expect(await found.getByRole("row").count()).toBeLessThanOrEqual(1 + said.length + 3);
  await expect(found.getByRole("row").nth(1)).toContainText("Surely");
});

test("the multipliers, the log check and the mending", async ({ page, app }) => {
  const set = await entered(app, page);
  const ago = (minutes: number) => ({ startedAt: new Date(Date.now() - minutes * 60_000).toISOString() });
  for (const [minutes, band, serial] of [
    [90, "15m", "5"],
    [60, "20m", "20"],
  ] as const)
    await log(app, set, "LU2QSA", { ...ago(minutes), band, received: { serial, zone: "13" } });
  await log(app, set, "LU2QSB", { ...ago(30), band: "40m", received: { serial: "36", zone: "13" } });
  await log(app, set, "OK1QTA", { ...ago(10), received: { serial: "6", zone: "20" } });
  await page.goto("/contest");
  await page.getByRole("tab", { name: "Multipliers" }).click();
  await page.getByLabel("Find a multiplier by its code or name").fill("balk");
  await expect(page.getByRole("region", { name: "Zones" }).getByRole("row")).toHaveCount(2);
  await expect(page.getByRole("img", { name: "OK1QTA on 15 m" })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("tab", { name: "Log check" }).click();
  const found = page.getByRole("table", { name: "Findings" });
  await expect(found).toContainText("LU2QSB is one letter off LU2QSA, worked 2 times.");
  await expect(found).toContainText("Zone 20 was logged; Czech Republic is in zone 15.");
  await expectAccessible(page);
  await found
    .getByRole("row", { name: /one letter off/ })
    .getByRole("button", { name: "Mend" })
    .click();
  await page.getByRole("dialog").getByLabel("Call", { exact: true }).fill("LU2QSA");
  await page.keyboard.press("Enter");
  await expect(found).not.toContainText("one letter off");
  await found
    .getByRole("row", { name: /OK1QTA/ })
    .getByRole("button", { name: "It is right" })
    .click();
  await expect(page.getByText("1 looked at.")).toBeVisible();
  const { total } = await app.api<Standing>(`entries/${set.entry.id}/standing`);
  expect(total).toMatchObject({ contacts: 4, duplicates: 0 });
});

test("a part is corrected where it stands, a contact is not claimed, and the file says so", async ({ page, app }) => {
  const set = await entered(app, page);
  await log(app, set, "DL1QTA");
  const { contact } = await log(app, set, "OK1QTA", { received: { serial: "8", zone: "51" } });
  const change = (json: object) =>
    app.api(`logbooks/${set.logbook.id}/contacts/${contact.id}`, { method: "PATCH", json });
  await page.goto("/contest");
  await expect(firstRow(page)).toContainText("51");
  await page.getByRole("grid", { name: "Log of the contest" }).focus();
  for (const key of [...Array<string>(6).fill("ArrowRight"), "F2"]) await page.keyboard.press(key);
  const zone = page.getByLabel("Zone received of OK1QTA");
  await zone.fill("99");
  await zone.press("Enter");
  const said = (text: string) => expect(page.getByRole("alert").filter({ hasText: text })).toBeVisible();
  await said("Zone 99 does not exist: it is a number from 1 to 40");
  // Another position was faster.
  await change({ partsReceived: { report: "599", serial: "9", zone: "16" } });
  await zone.fill("15");
  await zone.press("Enter");
  await said("Changed elsewhere meanwhile");
  await zone.press("Enter");
  await expect(zone).toHaveCount(0);
  await expect(firstRow(page).getByRole("gridcell", { name: "15", exact: true })).toBeVisible();
  const [row] = (await rowsOf(app, set)).items;
  expect(row).toMatchObject({
    contact: { partsReceived: { serial: "9", zone: "15" }, cqZone: 15, exchangeReceived: "15" },
    judgement: { values: { zone: "15" } },
  });

  await page.keyboard.press("Enter");
  await page.getByRole("dialog").getByLabel("Not claimed, because").fill("heard half of the call");
  await page.keyboard.press("Enter");
  await expect(firstRow(page)).toContainText("not claimed: heard half of the call");
  await page.getByRole("tab", { name: "Hand in" }).click();
  const missing = page.getByRole("region", { name: "What is missing" });
  await expect(missing).toContainText("1 contact, not claimed: heard half of the call: marked X-QSO in the file");
  await expect(page.getByLabel("Preview")).toContainText("X-QSO:");
  await expectAccessible(page);
  await page.getByLabel("Leave out of the file what does not count").check();
  await expect(page.getByLabel("Preview")).not.toContainText("OK1QTA");
  await expect(missing).toContainText("not in the file");
  await expect(page.getByText("1 contact, all read back alike")).toBeVisible();
});

test("which transmitter made a contact is the position's, and stands in the file", async ({ page, app }) => {
  const set = await entered(app, page);
  await withoutMessages(page);
  await page.getByLabel("Transmitter of this position").selectOption("1");
  await callField(page).fill("DL1QTA");
  await page.getByLabel("Serial", { exact: true }).fill("7");
  await page.getByLabel("Zone", { exact: true }).fill("14");
  await page.keyboard.press("Enter");
  await expect(firstRow(page)).toContainText("DL1QTA");
  expect((await rowsOf(app, set)).items[0]!.contact).toMatchObject({ call: "DL1QTA", transmitter: 1 });
  await page.getByRole("tab", { name: "Hand in" }).click();
  await expect(page.getByLabel("Preview")).toContainText(/DL1QTA +599 +007 +14 +1\s/);
});

test("the log is handed in: refused with its faults, taken, cross-checked; a bad organiser is named", async ({
  page,
  app,
}) => {
  const set = await entered(app, page);
  for (let index = 0; index < 12; index++)
    await log(app, set, `DL${index % 10}QT${"ABCDEFGHIJKL"[index]}`, {
      received: { serial: String(index + 1), zone: "14" },
    });
  await page.goto("/contest");
  await page.getByRole("tab", { name: "Hand in" }).click();
  await expect(page.getByLabel("Preview")).toContainText(`CONTEST: ${set.tag}`);
  await expect(page.getByText("12 contacts, all read back alike")).toBeVisible();
  await expect(page.getByRole("region", { name: "What is missing" })).toContainText("a mail address is missing");
  const handIn = page.getByRole("button", { name: "Hand in to the organiser" });
  const handed = page.getByRole("region", { name: "Handed in" });
  for (const [behaviour, said] of [
    ["hang", "did not answer within 2 s"],
    ["page", "is no data: is the address right?"],
    ["down", "cannot be reached"],
    ["nonsense", "is not understood"],
  ] as const) {
    await app.organiser({ behaviour });
    await handIn.click();
    await expect(page.getByRole("alert").filter({ hasText: said })).toBeVisible();
  }
  await app.organiser({ behaviour: "normal" });
  await handIn.click();
  await expect(handed).toContainText("EMAIL is missing");
  await page.getByRole("button", { name: "Change the entry" }).click();
  await page.getByRole("dialog").getByLabel("Mail address").fill("ines@cabofarol.example");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("region", { name: "What is missing" })).toContainText("Nothing is missing.");
  await handIn.click();
  await expect(handed).toContainText(`${set.tag}-0001`);
  await handed.getByRole("button", { name: "Fetch the cross-check" }).click();
  await expect(page.getByText("Not yet: the organiser says that logs are still taken")).toBeVisible();
  await app.organiser({ closed: [set.tag] });
  await handed.getByRole("button", { name: "Fetch the cross-check" }).click();
  await expect(handed).toContainText("Cross-checked");
  await expect(handed).toContainText("Final score");
  await handIn.click();
  await expect(handed).toContainText("The deadline is over");
  await app.organiser({ closed: [] });
  await expectAccessible(page);
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "Save as a file" }).click();
  expect((await download).suggestedFilename()).toMatch(/^CX9QTH-WATCH-.*\.log$/);
});

test("a definition is written, tried, kept and removed; a bad file is told place by place", async ({ page }) => {
  await page.goto("/contest");
  const file = page.getByLabel("Definition file");
  const give = (name: string, text: string) =>
    file.setInputFiles({ name, mimeType: "application/json", buffer: Buffer.from(text) });
  await give("x.json", "{ nonsense");
  await expect(page.getByRole("alert").filter({ hasText: "x.json is no JSON" })).toBeVisible();
  await give(
    "y.json",
    JSON.stringify({ ...rules("Y-CONTEST"), multipliers: [{ id: "a", label: "A", of: "luck", per: "band" }] }),
  );
  await expect(page.getByRole("alert").filter({ hasText: 'multipliers.0.of: "luck" is no multiplier' })).toBeVisible();
  await give("z.json", " ".repeat(2_000_000));
  await expect(page.getByRole("alert").filter({ hasText: "far larger than any" })).toBeVisible();

  await page.getByRole("button", { name: "Write a definition" }).click();
  const dialog = page.getByRole("dialog");
  const text = dialog.getByRole("textbox", { name: "Definition, JSON" });
  const wrong = dialog.getByRole("status", { name: "What is wrong" });
  // In the form beside the text, and in the text itself; each follows the other.
  await dialog.getByLabel("Name", { exact: true }).fill("Try Watch");
  await dialog.getByLabel("Tag", { exact: true }).fill("try watch");
  await expect(wrong).toContainText("tag: a tag has capitals, digits and hyphens");
  await expect(dialog.getByRole("button", { name: "Keep the definition" })).toBeDisabled();
  await dialog.getByLabel("Tag", { exact: true }).fill("try-watch");
  await expect(text).toContainText('"tag": "TRY-WATCH"');
  await dialog.getByLabel("160 m", { exact: true }).check();
  await expect(text).toContainText('"160m"');
  await dialog.getByRole("button", { name: "Add a part" }).click();
  await dialog.getByLabel("What it is").last().selectOption("name");
  await dialog.getByLabel("any other contact", { exact: true }).fill("2.5");
  await expect(text).toContainText('"points": 2.5');
  await expect(wrong).toContainText("The definition is sound.");

  await dialog.getByLabel("Label", { exact: true }).last().fill("");
  await wrong.getByRole("button", { name: "exchange.all.2.label: it is empty" }).click();
  await expect(text).toBeFocused();
  await page.keyboard.type('"Name"');
  await expect(dialog.getByLabel("Label", { exact: true }).last()).toHaveValue("Name");
  await expect(wrong).toContainText("The definition is sound.");
  // What can stand at a place is offered.
  await page.keyboard.press("Control+End");
  for (let back = 0; back < 2; back++) await page.keyboard.press("ArrowLeft");
  await page.keyboard.type(',"multipliersA');
  await page.getByRole("option", { name: '"multipliersAre"' }).click();
  await page.keyboard.press("Control+Space");
  await page.getByRole("option", { name: '"multiplied"' }).click();
  await expect(text).toContainText('"multipliersAre": "multiplied"');
  await expect(wrong).toContainText("The definition is sound.");

  await dialog.getByRole("tab", { name: "Try it" }).click();
  await dialog.getByLabel("Their call").fill("DL1QTA");
  await dialog.getByLabel("What they send").fill("017 599 7X");
  const outcome = dialog.getByLabel("Outcome");
  await expect(outcome).toContainText("serial 17");
  await expect(outcome).toContainText("7X");
  await expect(outcome).toContainText("Germany");
  await expect(outcome).toContainText("2.5, any other contact");
  await expectAccessible(page);
  // What is not kept is not lost by one key.
  await dialog.getByRole("button", { name: "Close" }).click();
  await expect(dialog.getByText("What was changed is not kept")).toBeVisible();
  await dialog.getByRole("button", { name: "Keep the definition" }).click();
  const row = page.getByRole("row", { name: /TRY-WATCH/ });
  await row.getByRole("button", { name: "Remove" }).click();
  await expect(row).toBeHidden();
});

test("a calendar announces contests, one of them gets its rules; all of them go out as a calendar", async ({
  page,
}) => {
  const year = new Date().getUTCFullYear() + 1;
  const calendar = [
    "BEGIN:VCALENDAR",
    "VERSION:2.0",
    "PRODID:-//A club//EN",
    ...["Peñón Sprint", "Night of the Owl"].flatMap((name, index) => [
      "BEGIN:VEVENT",
      `UID:${index}@club.example`,
      `SUMMARY:${name}`,
      `DTSTART:${year}030${index + 1}T180000Z`,
      `DTEND:${year}030${index + 1}T210000Z`,
      "DESCRIPTION:<b>Serial</b> and zone",
      "END:VEVENT",
    ]),
    "END:VCALENDAR",
    "",
  ].join("\r\n");
  await page.goto("/contest?entry=all");
  const other = await page.context().newPage();
  await other.goto("/contest?entry=all");
  await expect(other.getByRole("heading", { name: "Contests", exact: true })).toBeVisible();
  const give = (name: string, text: string) =>
    page.getByLabel("Calendar file").setInputFiles({ name, mimeType: "text/calendar", buffer: Buffer.from(text) });
  await give("x.ics", "nothing of the kind");
  await expect(
    page.getByRole("alert").filter({ hasText: "cannot be taken as a calendar in the iCalendar form" }),
  ).toBeVisible();
  await give("club.ics", calendar);
  await expect(page.getByText("2 contests announced; 0 known already, 0 over or without a time.")).toBeVisible();
  const announced = page.getByRole("list", { name: "Announced contests" });
  await expect(announced.getByRole("listitem")).toHaveCount(2);
  await expect(announced).toContainText(`${year}-03-01 18:00`);
  // Another browser shows them as well, without being asked.
  await expect(other.getByRole("list", { name: "Announced contests" }).getByRole("listitem")).toHaveCount(2);
  await other.close();
  await expect(announced).toContainText("<b>Serial</b> and zone");
  await expectAccessible(page);
  await announced.getByRole("button", { name: "Forget Night of the Owl" }).click();
  await expect(announced.getByRole("listitem")).toHaveCount(1);
  await announced.getByRole("button", { name: "Write the rules of Peñón Sprint" }).click();
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByLabel("Tag", { exact: true })).toHaveValue("PENON-SPRINT");
  await expect(dialog.getByLabel("From, UTC")).toHaveValue(`${year}-03-01T18:00:00Z`);
  await dialog.getByRole("button", { name: "Keep the definition" }).click();
  const row = page.getByRole("row", { name: /PENON-SPRINT/ });
  await expect(row).toBeVisible();
  // With its rules it is announced no more.
  await expect(announced).toBeHidden();
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "As a calendar" }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe("contests.ics");
  expect(readFileSync(await file.path(), "utf8")).toContain("SUMMARY:Peñón Sprint");
  await row.getByRole("button", { name: "Remove" }).click();
  await expect(announced.getByRole("listitem")).toHaveCount(1);
  await announced.getByRole("button", { name: "Forget Peñón Sprint" }).click();
});

test("a contest by distance is scored leg by leg, and each band's log is had by itself", async ({ page, app }) => {
  const thisHour = Math.floor(Date.now() / 3_600_000);
  const hour = (by: number) => new Date((thisHour + by) * 3_600_000).toISOString();
  const set = await entered(app, page, {
    format: "ypsiloid-contest/2",
    when: { fixed: [{ from: hour(-6), to: hour(6) }] },
    bands: ["2m", "70cm"],
    sessions: [
      { id: "first", label: "First leg", after: 0, hours: 2 },
      { id: "second", label: "Second leg", after: 4, hours: 4 },
    ],
    sessionScores: "apart",
    exchange: {
      all: [
        { id: "report", label: "Report", type: "report" },
        { id: "serial", label: "Serial", type: "serial" },
        { id: "grid", label: "Grid", type: "grid", from: "site.fullGrid" },
      ],
    },
    points: [{ points: { base: 20, perKm: 1, points: 1, round: "nearest" } }],
    multipliers: [{ id: "square", label: "Squares", of: "gridSquare", per: "band" }],
  });
  const at = (by: number, minutes: number) => new Date(Date.parse(hour(by)) + minutes * 60_000).toISOString();
  const far = { band: "2m", mode: "SSB", received: { serial: "7", grid: "GF25AA" } };
  await log(app, set, "CX2QRB", { ...far, startedAt: at(-6, 10) });
  await log(app, set, "CX2QRB", { ...far, startedAt: at(-3, 10) });
  await log(app, set, "CX2QRB", { ...far, startedAt: at(-2, 10) });
  await log(app, set, "LU2QSA", { ...far, band: "70cm", startedAt: at(-2, 12) });
  await page.goto("/contest");
  await expect(page.getByText(/Second leg: .* left/)).toBeVisible();
  const score = page.getByRole("region", { name: "Score", exact: true });
  // 208.45 km: 228 points in the first leg, twice as many times two squares in the second.
  await expect(score).toContainText("First leg: 228 points × 1 + Second leg: 456 points × 2");
  await expect(score).toContainText("1 140");
  await expect(page.getByRole("grid", { name: "Log of the contest" })).toContainText("between the sessions");
  await page.getByRole("tab", { name: "Hand in" }).click();
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "EDI, 70 cm" }).click();
  const file = await download;
  expect(file.suggestedFilename()).toMatch(/-70cm\.edi$/);
  expect(readFileSync(await file.path(), "utf8")).toContain(";LU2QSA;1;59;004;59;007;;GF25AA;228;;N;N;");
  await expectAccessible(page);
});
