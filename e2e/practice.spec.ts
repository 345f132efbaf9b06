import type { Page } from "@playwright/test";
import type { Logbook } from "../src/core/contract";
import { createPracticeAir, practiceRules, type PracticeSettings } from "../src/core/practice";
import type { App } from "./app";
import { expectAccessible, TOASTS } from "./axe";
import { expect, test } from "./test";

const SEED = 5;

/** Everybody is made from this seed: the first caller is known before. */
async function seeded(page: Page): Promise<void> {
  await page.addInitScript((seed) => {
    const given = crypto.getRandomValues.bind(crypto);
    crypto.getRandomValues = <Into extends ArrayBufferView>(into: Into): Into =>
      into instanceof Uint32Array && into.length === 1 ? into.fill(seed) : given(into as never);
  }, SEED);
}

/** The first who answers, and what he sends as his zone. */
function firstCaller(ownCall: string) {
  const settings: PracticeSettings = {
    task: "patient",
    contest: "OMBU-ZONE",
    speed: 45,
    strength: "strong",
    noise: "quiet",
    stations: 1,
    minutes: 5,
    seed: SEED,
  };
  const rules = practiceRules("OMBU-ZONE");
  const air = createPracticeAir({ settings, rules, ownCall, startedAt: Math.floor(Date.now() / 1000) });
  air.begin(0);
  air.sent(`CQ TEST ${ownCall}`, 0, 5, 45);
  const { by } = air.advance(12)[0]!;
  air.begin(12);
  air.sent(`${by} 5NN 13`, 12, 16, 45);
  const exchange = air.advance(24).find(({ text }) => text.includes("5NN"))!.text;
  return { call: by, zone: exchange.split(" ").at(-1)! };
}

const call = (page: Page) => page.getByLabel("Call", { exact: true });
const toDo = (page: Page) => page.getByRole("region", { name: "What to do now" });
const goingOut = (page: Page) => page.getByRole("status", { name: "Going out" });

async function begin(page: Page, task: string, minutes = "5") {
  await page.getByRole("radio", { name: new RegExp(`^${task}`) }).click();
  await page.getByLabel("Rules").selectOption("OMBU-ZONE");
  await page.getByLabel("Words a minute").fill("45");
  await page.getByLabel("Minutes").fill(minutes);
  await page.keyboard.press("Enter");
  await expect(call(page)).toBeFocused();
}

const inLog = async (app: App) => {
  const { items } = await app.api<{ items: Logbook[] }>("logbooks");
  const { id } = items[0]!;
  const contacts = await app.api<{ total: number }>(`logbooks/${id}/contacts?limit=1`);
  const runs = await app.api<{ items: unknown[] }>(`logbooks/${id}/practice-runs`);
  return { contacts: contacts.total, runs: runs.items.length };
};

test("a newcomer is told each step of his first contact, by keyboard alone, and sees it against the truth", async ({
  page,
  app,
}) => {
  const before = await inLog(app);
  await seeded(page);
  await page.goto("/desk");
  await expect(call(page)).toBeFocused();
  await page.keyboard.press("Alt+Shift+F1");
  await page.getByLabel("Words a minute").fill("99");
  await page.keyboard.press("Enter");
  await expect(page.getByText("at most 45 words a minute")).toBeVisible();
  await page.getByLabel("Stations at once").fill("3");
  await page.keyboard.press("Enter");
  await expect(page.getByText("One patient caller: at most 1 station")).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel("Stations at once").fill("1");
  await begin(page, "One patient caller");

  await expect(toDo(page)).toContainText("Enter calls everybody");
  await expect(toDo(page)).toContainText("CQ, contest, Charlie X-ray");
  await expectAccessible(page);
  await page.keyboard.press("Enter");
  await expect(toDo(page)).toContainText("Your message goes out");
  await expect(toDo(page)).toContainText("Somebody calls you");
  const caller = firstCaller("CX3QUA");
  await page.keyboard.type(caller.call);
  await expect(toDo(page)).toContainText("Enter sends the call that stands there, and your exchange");
  await page.keyboard.press("Enter");
  await expect(toDo(page)).toContainText("He sends his exchange now");
  const zone = page.getByLabel("Zone");
  await expect(zone).toBeFocused();
  await page.keyboard.type(caller.zone);
  await expect(toDo(page)).toContainText("Enter thanks him and logs the contact");
  await page.keyboard.press("Enter");
  const logged = page.getByRole("table", { name: "Logged in this run" });
  await expect(logged).toContainText(caller.call);
  await page.keyboard.press("Control+Alt+z");
  await expect(page.getByText(`${caller.call} is taken out of the run.`)).toBeVisible();
  await expect(logged).toHaveCount(0);
  await page.keyboard.press("Control+Alt+b");
  await call(page).fill(caller.call);
  await zone.fill(caller.zone);
  await page.keyboard.press("Enter");
  await expect(logged).toContainText(caller.call);

  await page.getByRole("button", { name: "End the run" }).press("Enter");
  await expect(page.getByRole("heading", { name: "How it went" })).toBeVisible();
  await expect(page.getByRole("button", { name: "Practise again" })).toBeFocused();
  const review = page.getByRole("region", { name: "How it went" });
  await expect(review.getByRole("row").filter({ hasText: caller.call })).toContainText("Right");
  await expect(review).toContainText("1 of 1 contact right, 100 %");
  await review.getByRole("button", { name: `Hear ${caller.call}` }).press("Enter");
  await expect(review.getByRole("button", { name: `Stop ${caller.call}` })).toBeVisible();
  await expectAccessible(page, { without: TOASTS });
  await review.getByRole("button", { name: `Stop ${caller.call}` }).press("Enter");
  await expect(page.getByRole("region", { name: "Your runs" }).getByRole("row")).toHaveCount(before.runs + 2);
  expect(await inLog(app)).toEqual({ contacts: before.contacts, runs: before.runs + 1 });

  await page.getByRole("button", { name: "Practise again" }).press("Enter");
  await expect(page.getByRole("radio", { name: /^One patient caller/ })).toBeFocused();
  await page.getByRole("button", { name: /^Look at One patient caller/ }).press("Enter");
  await expect(review).toContainText(caller.call);
  await page.getByRole("button", { name: /^Remove One patient caller/ }).press("Enter");
  await expect.poll(async () => (await inLog(app)).runs).toBe(before.runs);
});

test("on the practice air one tunes from station to station, types, keys by hand, and is never on the real air", async ({
  page,
  app,
}) => {
  await seeded(page);
  await page.goto("/contest/practice");
  await page.getByRole("radio", { name: /^Searching/ }).click();
  await expect(page.getByLabel("Stations at once")).toHaveValue("6");
  await begin(page, "Searching");
  const radio = page.getByRole("button", { name: /^Radio: none, as typed/ });
  const where = (await radio.getAttribute("aria-label"))!;
  const kilohertz = page.getByRole("textbox", { name: "kHz" });
  const start = await kilohertz.inputValue();
  await page.keyboard.press("Alt+Shift+ArrowRight");
  await expect(kilohertz).not.toHaveValue(start);
  await expect(toDo(page)).toContainText("A station calls");
  const there = await kilohertz.inputValue();
  await page.keyboard.press("Alt+ArrowUp");
  await expect(kilohertz).not.toHaveValue(there);
  await page.keyboard.press("Alt+Shift+ArrowLeft");
  await expect(kilohertz).toHaveValue(there);
  await expectAccessible(page);

  const text = page.getByLabel("Text to send");
  await text.fill("cx3qua");
  await page.keyboard.press("Enter");
  await expect(goingOut(page)).toContainText("CX3");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("button", { name: /^Stop/ })).toHaveCount(0);

  await page.getByRole("button", { name: /^Paddle/ }).focus();
  // A dash, and a dot while it goes out: N.
  await page.keyboard.down(".");
  await page.keyboard.up(".");
  await page.keyboard.down(",");
  await page.keyboard.up(",");
  await expect(goingOut(page)).toHaveText("N");
  await expect(page.getByRole("button", { name: "Stop" })).toHaveCount(0);

  // No radio has heard of any of it.
  await expect(radio).toHaveAttribute("aria-label", where);
  await page.getByRole("button", { name: "End the run" }).click();
  await expect(page.getByRole("region", { name: "How it went" })).toContainText("Nobody was worked");
  const { items } = await app.api<{ items: { id: number }[] }>("logbooks/1/practice-runs");
  await app.api(`logbooks/1/practice-runs/${items[0]!.id}`, { method: "DELETE" });
});

test("a run that the server does not take is looked at all the same, and kept when it is back", async ({
  page,
  app,
}) => {
  const before = await inLog(app);
  await page.goto("/contest/practice?contest=FAROL-PRACTICE");
  await expect(page.getByLabel("Rules")).toHaveValue("FAROL-PRACTICE");
  await begin(page, "One patient caller");
  await page.route("**/practice-runs", (route) =>
    route.request().method() === "POST" ? route.abort() : route.continue(),
  );
  await page.getByRole("button", { name: "End the run" }).click();
  await expect(page.getByRole("alert").filter({ hasText: "The run is not kept" })).toBeVisible();
  await page.unroute("**/practice-runs");
  await page.getByRole("button", { name: "Keep it" }).click();
  await expect.poll(async () => (await inLog(app)).runs).toBe(before.runs + 1);
  await expect(page.getByText("The run is not kept")).toHaveCount(0);
  const { items } = await app.api<{ items: { id: number }[] }>("logbooks/1/practice-runs");
  await app.api(`logbooks/1/practice-runs/${items[0]!.id}`, { method: "DELETE" });
});

test("who goes to another page in the middle of a run keeps what he has logged in it, and the log stays as it is", async ({
  page,
  app,
}) => {
  const before = await inLog(app);
  await page.goto("/contest/practice");
  await begin(page, "One patient caller");
  await page.keyboard.press("Control+Alt+b");
  await call(page).fill("LU1QTA");
  await page.getByLabel("Zone").fill("13");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("table", { name: "Logged in this run" })).toContainText("LU1QTA");
  await page.getByRole("link", { name: "Desk", exact: true }).click();
  await expect(page.getByRole("grid", { name: "Log" })).toBeVisible();
  await expect.poll(() => inLog(app)).toEqual({ contacts: before.contacts, runs: before.runs + 1 });
  const { items } = await app.api<{ items: { id: number; logged: number }[] }>("logbooks/1/practice-runs");
  expect(items[0]).toMatchObject({ logged: 1 });
  await app.api(`logbooks/1/practice-runs/${items[0]!.id}`, { method: "DELETE" });
});
