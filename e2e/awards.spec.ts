import type { AwardProgress, AwardTable } from "../src/core/contract";
import { expectAccessible, TOASTS } from "./axe";
import { expect, test } from "./test";

test.afterEach(async ({ app }) => app.lantern({ behaviour: "normal" }));

test("the entities are searched, counted by mode group, and the contacts behind a cell are a key away", async ({
  page,
  app,
}) => {
  const { totals } = await app.api<AwardTable>("logbooks/1/awards/entities");
  await page.goto("/awards?award=entities");
  const table = page.getByRole("grid", { name: "Entities by band" });
  await expect(page.getByText(`${totals.worked} worked`)).toBeVisible();
  await expect(page.getByText(`${totals.confirmed} confirmed`)).toBeVisible();
  await page.keyboard.press("/");
  await page.keyboard.type("uruguay");
  await expect(table.getByRole("rowheader", { name: "Uruguay" })).toBeVisible();
  await table.focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("dialog")).toContainText("Uruguay, all bands");
  await expect(page.getByRole("dialog").getByRole("row").first()).toContainText(/C[VWX]\d/);
  await page.keyboard.press("Escape");
  await page.keyboard.press("2");
  await expect(page.getByRole("radio", { name: "CW" })).toBeChecked();
});

test("the table moves when a contact is logged elsewhere", async ({ page, app }) => {
  await page.goto("/awards?award=entities");
  const { totals } = await app.api<AwardTable>("logbooks/1/awards/entities");
  await expect(page.getByText(`${totals.worked} worked`)).toBeVisible();
  await app.api("logbooks/1/contacts", {
    method: "POST",
    json: { call: "ZK3QRA", startedAt: new Date().toISOString(), band: "17m", mode: "SSB" },
  });
  await expect(page.getByText(`${totals.worked + 1} worked`)).toBeVisible();
  await page.getByLabel("Show").selectOption("unconfirmed");
  await expect(page.getByRole("rowheader", { name: "Tokelau Islands" })).toBeVisible();
});

test("each award stands in the list with how far it is, opens to its table, and its contacts are a key away", async ({
  page,
  app,
}) => {
  const { items } = await app.api<{ items: AwardProgress[] }>("logbooks/1/awards");
  const zones = items.find(({ award }) => award === "cqZones")!;
  expect(zones).toMatchObject({ isCounted: true });
  expect(zones.worked).toBeGreaterThan(30);
  await page.goto("/awards");
  const line = page.getByRole("row").filter({ hasText: "CQ zones" });
  await expect(line).toContainText(`${zones.confirmed}`);
  await expect(line).toContainText("40");
  await expectAccessible(page);
  await line.getByRole("button", { name: "CQ zones" }).press("Enter");
  const table = page.getByRole("grid", { name: "CQ zones by band" });
  await expect(table.getByRole("rowheader").first()).toHaveText(/Zone \d/);
  await page.keyboard.press("/");
  await page.keyboard.type("zone 13");
  await table.focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("dialog")).toContainText("Zone 13, all bands");
  await expect(page.getByRole("dialog").getByRole("row").first()).toBeVisible();
  await page.keyboard.press("Escape");
  await page.getByLabel("Show").selectOption("missing");
  await page.keyboard.press("Escape");
  await page.getByRole("heading", { name: "CQ zones" }).click();
  await page.keyboard.press("a");
  await expect(page.getByRole("heading", { name: "Awards" })).toBeVisible();
});

test("what is followed is chosen at a press, and the reading and the spots speak of it by its name", async ({
  page,
  app,
}) => {
  await page.goto("/awards");
  const follow = page.getByRole("checkbox", { name: "Follow Prefixes" });
  await follow.press("Space");
  await expect(follow).toBeChecked();
  await expect
    .poll(async () => (await app.api<{ items: AwardProgress[] }>("logbooks/1/awards")).items)
    .toContainEqual(expect.objectContaining({ award: "prefixes", followed: true }));
  await page.goto("/desk");
  await page.getByLabel("Call", { exact: true }).fill("JT9QRA");
  const others = page.getByRole("list", { name: "Other awards followed" });
  await expect(others).toContainText("Prefixes JT9");
  await expect(others.getByRole("listitem").filter({ hasText: "JT9" }).getByRole("img")).toHaveAccessibleName("fresh");
  await page.goto("/awards?award=prefixes");
  await page.getByRole("checkbox", { name: "Follow" }).waitFor();
  await page.keyboard.press("f");
  await expect(page.getByRole("checkbox", { name: "Follow" })).not.toBeChecked();
});

test("a variant is made by key, tried on the log, kept, counted, taken away and brought back", async ({ page }) => {
  await page.goto("/awards?award=entities");
  await page.getByRole("grid").waitFor();
  await page.keyboard.press("n");
  const window = page.getByRole("dialog");
  await expect(window.getByText("The award is sound.")).toBeVisible();
  await window.getByLabel("Name", { exact: true }).fill("Entities on forty metres");
  await window.getByLabel("Own power up to, W").fill("");
  await window.getByLabel("Band", { exact: true }).selectOption("40m");
  const tried = window.getByRole("region", { name: "Try it" });
  await expect(tried).toHaveAttribute("aria-busy", "false");
  const trial = tried.getByRole("status");
  await expect(trial).toContainText(/\d+ contacts would count: [1-9]\d* entities worked/);
  const worked = /(\d+) entities worked/.exec(await trial.innerText())![1]!;
  await expectAccessible(page);
  await window.getByRole("button", { name: "Keep the award" }).press("Enter");
  await expect(page.getByRole("heading", { name: "Entities on forty metres" })).toBeVisible();
  await expect(page.getByText(`${worked} worked`)).toBeVisible();

  await page.keyboard.press("e");
  await window.getByRole("textbox", { name: "Award, JSON" }).press("Control+a");
  await page.keyboard.type('{ "colour": "red"');
  await expect(window.getByRole("status", { name: "What is wrong" })).toContainText("colour: there is no field colour");
  await window.getByRole("button", { name: "Close", exact: true }).click();
  await expect(window.getByText("What was changed is not kept: close once more to leave it.")).toBeVisible();
  await window.getByRole("button", { name: "Remove" }).click();
  await expect(page.getByText("Entities on forty metres is removed.")).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByRole("row").filter({ hasText: "Entities on forty metres" })).toContainText(worked);
});

test("what lacks leads to an alert, and the map, the years and the records open to the contacts", async ({ page }) => {
  await page.goto("/awards?award=cqZones");
  await page.getByRole("grid").waitFor();
  await page.keyboard.press("v");
  await expect(page.getByText(/zones? not confirmed/)).toBeVisible();
  await expectAccessible(page);
  const alert = page.getByRole("button", { name: /^Alert: / }).first();
  const item = (await alert.getAttribute("aria-label"))!.replace("Alert: ", "");
  await alert.press("Enter");
  await expect(page.getByText(`You are called for CQ zones: ${item}.`)).toBeVisible();

  await page.keyboard.press("v");
  const map = page.getByRole("application");
  await map.locator("circle").first().click();
  await expect(page.getByRole("dialog")).toContainText(", all bands");
  await page.keyboard.press("Escape");
  await map.press("+");
  await expectAccessible(page, { without: TOASTS });

  await page.keyboard.press("v");
  await expect(page.getByRole("img", { name: "CQ zones over the years" })).toBeVisible();
  await expect(page.getByRole("row").nth(1)).toContainText(String(new Date().getUTCFullYear()));
  await expectAccessible(page, { without: TOASTS });

  await page.keyboard.press("a");
  await page.getByRole("heading", { name: "Awards" }).waitFor();
  await page.keyboard.press("r");
  await expect(page.getByRole("heading", { name: "Records" })).toBeVisible();
  const far = page.getByRole("table", { name: "Farthest, by band and mode" }).getByRole("link").first();
  const call = await far.innerText();
  await expectAccessible(page, { without: TOASTS });
  await far.press("Enter");
  await expect(page).toHaveURL(/contact=\d+/);
  await expect(page.getByRole("dialog").getByRole("heading").first()).toHaveText(call);
});

test("behind each total stand the contacts that it counts", async ({ page, app }) => {
  const { slots } = await app.api<AwardTable>("logbooks/1/awards/cqZones");
  const contacts = slots.filter(({ band }) => band === "6m").reduce((sum, { worked }) => sum + worked, 0);
  await page.goto("/awards?award=cqZones");
  await page.getByRole("button", { name: /on 6 m: the contacts behind it$/ }).press("Enter");
  await expect(page.getByRole("dialog").getByRole("heading")).toHaveText(new RegExp(`All, 6 m\\s*${contacts}`));
});

test("a claim is planned by key, narrowed, recorded, answered in part, and what was granted before is taken from a list", async ({
  page,
  app,
}) => {
  const site = { name: "Mole", call: "CX3QUA", grid: "GF35co" };
  const { id } = await app.api<{ id: number }>("logbooks", { method: "POST", json: { name: "Mole log", site } });
  const confirmed = (channel: string) => [{ channel, sent: "sent", received: "confirmed" }];
  const log = (call: string, band: string, mode: string, channel: string) =>
    app.api(`logbooks/${id}/contacts`, {
      method: "POST",
      json: { call, band, mode, startedAt: "2026-11-01T10:00:00Z", confirmations: confirmed(channel) },
    });
  await log("OY4QSA", "20m", "CW", "lantern");
  await log("OY5QSA", "15m", "SSB", "card");
  await log("OY6QSA", "20m", "SSB", "lantern");
  await page.context().addCookies([{ name: "logbook", value: String(id), url: app.url }]);
  await page.goto("/awards");
  await page.getByRole("table").waitFor();
  await page.keyboard.press("c");
  const said = page.getByRole("status").filter({ hasText: "bring" });
  await expect(said).toHaveText("2 contacts bring 5 credits for 0.74; it is proven that nothing costs less");
  const card = page.getByRole("row").filter({ hasText: "OY5QSA" });
  await card.getByRole("checkbox", { name: "Card of OY5QSA pulled" }).check();
  await expect(page.getByText("1 card to pull, 1 pulled; signed confirmations instead would save 0.50")).toBeVisible();
  await page.getByLabel("Fee a card").fill("much");
  await expect(page.getByText("an amount, as 0.12")).toBeVisible();
  await page.getByLabel("Fee a card").fill("1");
  await expect(said).toContainText("for 1.24");
  await expectAccessible(page);
  await page.getByRole("button", { name: "Leave OY5QSA out" }).click();
  await expect(said).toContainText("2 contacts bring 4 credits for 0.24");
  await page.getByRole("button", { name: "Back to the plan without 1 choice" }).click();
  await expect(said).toContainText("for 1.24");

  const toRecord = page.getByRole("button", { name: "Record the claim" });
  await expect(toRecord).toBeEnabled();
  await toRecord.press("Enter");
  const window = page.getByRole("dialog");
  await page.keyboard.press("Enter");
  await expect(window.getByText("give the claim a number, or a name")).toBeVisible();
  await page.keyboard.type("ML-1");
  await page.keyboard.press("Enter");
  const claim = page.getByRole("table", { name: "The credits of claim ML-1" });
  await expect(claim.getByRole("row").filter({ hasText: "claimed" })).toHaveCount(5);
  await claim.getByRole("checkbox", { name: "Entities: Faroe Islands on 15 m" }).check();
  await page.getByLabel("Why it was refused").fill("the card is not readable");
  await page.getByRole("button", { name: "Refused: 1" }).click();
  await expect(claim.getByRole("row").filter({ hasText: "the card is not readable" })).toContainText("refused");
  await page.getByRole("button", { name: "Granted: 4" }).click();
  await expect(page.getByRole("navigation", { name: "Claims" })).toContainText("4 granted, 1 refused");

  await page.keyboard.press("g");
  await window.getByRole("button", { name: "CQ zones" }).click();
  await window.getByLabel("Contacts").fill("OY4QSA 2026-11-01 20m CW\nOY4QSA 1999-11-01 20m");
  await window.getByRole("button", { name: "Record as granted" }).click();
  await expect(window.getByRole("status")).toContainText("1 credit of 1 contact granted; 1 line left above");
  await expect(window.getByLabel("Contacts")).toHaveValue("OY4QSA 1999-11-01 20m");
  await page.keyboard.press("Escape");
  await page.goto("/awards?award=entities");
  await expect(page.getByText("1 granted")).toBeVisible();
  await expect(page.getByRole("grid").getByRole("img", { name: "granted" }).first()).toBeVisible();
  // What was refused stands confirmed, and is to be claimed with another contact, once there is one.
  await page.getByLabel("Show").selectOption("claimable");
  await expect(page.getByText("No entity fits.")).toBeVisible();
  await log("OY8QSA", "15m", "CW", "lantern");
  await expect(page.getByRole("grid").getByRole("rowheader", { name: "Faroe Islands" })).toBeVisible();
});

test("a claim goes to Lantern, what it decides is fetched, and stands in the claim", async ({ page, app }) => {
  const site = { name: "Breakwater", call: "CX3QUA", grid: "GF35co" };
  const { id } = await app.api<{ id: number }>("logbooks", {
    method: "POST",
    json: { name: "Breakwater log", site },
  });
  const log = (call: string, channel: string) =>
    app.api(`logbooks/${id}/contacts`, {
      method: "POST",
      json: {
        ...{ call, band: "20m", mode: "CW", startedAt: "2026-11-01T10:00:00Z" },
        confirmations: [{ channel, sent: "sent", received: "confirmed" }],
      },
    });
  await log("P5QSB", "card");
  // Lantern never heard of this one.
  await log("3Y0QSA/B", "lantern");
  await page.context().addCookies([{ name: "logbook", value: String(id), url: app.url }]);
  await page.goto("/awards?view=claims");
  await page.getByRole("button", { name: "CQ zones" }).waitFor();
  await page.getByRole("button", { name: "Continents" }).click();
  await page.getByRole("button", { name: "Only what Lantern grants" }).press("Enter");
  const toLantern = page.getByRole("button", { name: "Claim with Lantern" });
  await expect(toLantern).toBeEnabled();
  await toLantern.press("Enter");
  const window = page.getByRole("dialog");
  await expect(window.getByRole("button", { name: "Claim" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(window.getByRole("status")).toContainText(/3 credits claimed as L\d+, 3 refused/);
  await expect(window).toContainText("3Y0QSA/B: nobody confirms the contact here");
  await expect(window.getByRole("button", { name: "Look at the claim" })).toBeFocused();
  await page.keyboard.press("Enter");
  const claim = page.getByRole("table", { name: /The credits of claim L/ });
  await expect(claim.getByRole("row").filter({ hasText: "P5QSB" }).filter({ hasText: "claimed" })).toHaveCount(3);
  await expect(page.getByText("Lantern works on it")).toBeVisible();
  await expectAccessible(page);
  await app.lantern({ hurry: true });
  await page.keyboard.press("l");
  await expect(claim.getByRole("row").filter({ hasText: "P5QSB" }).filter({ hasText: "granted" })).toHaveCount(3);
});

test("an account is fetched and tied out; each difference opens to what makes it, and is mended", async ({
  page,
  app,
}) => {
  await page.goto("/awards");
  await page.getByRole("table").waitFor();
  await page.keyboard.press("t");
  const said = page.getByRole("status").first();
  await app.lantern({ behaviour: "error" });
  await page.getByRole("button", { name: "Fetch the account of Lantern" }).waitFor();
  await page.keyboard.press("l");
  await expect(page.getByText("Lantern answered with error 500: try again later; nothing was lost")).toBeVisible();
  await app.lantern({ behaviour: "normal" });
  await page.keyboard.press("l");
  await expect(said).toContainText(/differences from the account of Lantern, as it was fetched on/);
  const differences = page.getByRole("region", { name: "Differences", exact: true });
  await expect(differences.getByRole("region", { name: "Counted twice there" })).toBeVisible();
  await expectAccessible(page);

  // Which one it is follows from the day on which the demo is made.
  const here = differences.getByRole("region", { name: "Granted here, and not in the account" });
  const [, band = ""] = / on (\d+ c?m)/.exec(await here.getByRole("listitem").first().innerText()) ?? [];
  const onItsBand = page.getByRole("row").filter({ has: page.getByRole("rowheader", { name: band, exact: true }) });
  await onItsBand.getByRole("button").press("Enter");
  await expect(differences.getByRole("button", { name: "Show all" })).toBeVisible();
  await expect(here).toContainText(`on ${band}`);
  await here.getByRole("button", { name: "Take back" }).press("Enter");
  await expect(here).toHaveCount(0);
  await differences.getByRole("button", { name: "Show all" }).click();

  // A contact that the log never had is logged as they say it, recorded with the next fetch, and lacks what confirms it.
  await differences.getByRole("button", { name: "Log ZD9QTC" }).click();
  const unrecorded = differences.getByRole("region", { name: "Granted, and the log does not say so yet" });
  await expect(unrecorded).toContainText("Tristan da Cunha");
  await unrecorded.getByRole("button", { name: "Fetch" }).click();
  await expect(differences.getByRole("region", { name: "Granted, and nothing confirms it here" })).toContainText(
    "Tristan da Cunha",
  );
});
