import type { Page } from "@playwright/test";
import { type MailBox, startMailBox } from "../stand-ins/mail/mailBox";
import { expectAccessible } from "./axe";
import { callField, linked, test } from "./shack";
import { expect } from "./test";

test.use({ shackOf: "alerts" });

const bar = (page: Page) => page.getByRole("region", { name: "Alert", exact: true });
const rules = (page: Page) => page.getByRole("region", { name: "Rules" });
const history = (page: Page) => page.getByRole("region", { name: "Called for" });
const line = (page: Page, call: string) => history(page).getByRole("row").filter({ hasText: call });
const trial = (page: Page) => page.getByRole("status", { name: "Trial" });

/** Opens the window of a new rule, which calls on the page for the calls that are named, whatever they bring. */
async function addRule(page: Page, calls: string, ways: readonly string[] = []) {
  await page.goto("/airwaves?tab=alerts");
  await page.getByRole("button", { name: "Add a rule" }).click();
  await page.getByRole("button", { name: "fresh", pressed: true }).click();
  await page.getByLabel("with the calls").fill(calls);
  await page.getByLabel("with a chance at least").selectOption("any");
  await page.getByLabel("by a sound", { exact: true }).uncheck();
  for (const way of ways) await page.getByLabel(way, { exact: true }).check();
}
const keep = (page: Page) => page.getByRole("button", { name: "Keep", exact: true }).click();

test("a rule is tried before it is kept; it calls on every page, a key goes there, and what became of it is told", async ({
  page,
  shack,
}) => {
  const { announce, petrel } = shack;
  await linked(shack);
  petrel.radio.change({ frequencyHz: 14_031_000, mode: "CW", split: false });
  announce("3Y0QUZ", 14_011, "CW");
  announce("3Y0QUZ", 7_011, "CW");
  await addRule(page, "3y0*");
  await expect(trial(page)).toContainText("It would have called 2 times");
  await expect(trial(page).getByRole("listitem")).toHaveCount(2);
  await page.getByRole("button", { name: "40 m" }).click();
  await expect(trial(page)).toContainText("It would have called 1 time");
  await page.getByLabel("and not at quiet hours").selectOption("UTC");
  await page.getByLabel("from, as 22:00").fill("7 pm");
  await keep(page);
  await expect(page.getByRole("dialog").getByText("a time of the day, as 22:00").first()).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel("and not at quiet hours").selectOption("nothing");
  await page.getByRole("button", { name: "40 m" }).click();
  await keep(page);
  // What is announced already is called for, the newest first.
  await expect(bar(page)).toContainText("3Y0QUZ");
  await expect(bar(page)).toContainText("1 more");
  await page.keyboard.press("Shift+F6");
  await page.keyboard.press("Shift+F6");
  await expect(bar(page)).toBeHidden();
  await expect(line(page, "3Y0QUZ").filter({ hasText: "put aside" })).toHaveCount(2);
  await expectAccessible(page);

  // From a place without an entry line.
  await page.goto("/station?page=links");
  await expect(page.getByRole("button", { name: /^Radio: .*14 031/ })).toBeVisible();
  announce("3Y0QUZ", 21_018, "CW up 1");
  await expect(bar(page)).toContainText("3Y0QUZ, 15 m CW, 21 018.00 kHz");
  await expectAccessible(page);
  await page.keyboard.press("Shift+F7");
  await expect(callField(page)).toHaveValue("3Y0QUZ");
  await expect(bar(page)).toBeHidden();
  await expect
    .poll(() => petrel.radio.state)
    .toMatchObject({ frequencyHz: 21_018_000, secondHz: 21_019_000, split: true });
  await callField(page).press("Enter");
  await expect(callField(page)).toHaveValue("");
  await page.goto("/airwaves?tab=alerts");
  await expect(line(page, "21 018").filter({ hasText: /worked \d\d:\d\d/ })).toHaveCount(1);

  // The same station, for a rule that is changed and silenced.
  await rules(page).getByRole("button", { name: "Change 3Y0*" }).click();
  await page.getByLabel("Name of the rule").fill("Bouvet");
  await page.getByLabel("as often as").selectOption("once per station and day");
  await keep(page);
  await rules(page).getByRole("button", { name: "Silence for an hour Bouvet" }).click();
  await expect(rules(page).getByRole("list", { name: "Silences" })).toContainText("Bouvet");
  await rules(page).getByRole("button", { name: "End it" }).click();
  await expect(rules(page).getByRole("list", { name: "Silences" })).toBeHidden();
  await rules(page).getByRole("button", { name: "Remove Bouvet" }).click();
  await expect(rules(page)).toContainText("No rule yet");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(rules(page).getByRole("button", { name: "Turn off Bouvet" })).toBeVisible();
  await rules(page).getByRole("button", { name: "Remove Bouvet" }).click();
  await expect(rules(page)).toContainText("No rule yet");
});

/** What a browser is made to do is counted in place of being heard and seen. */
async function counted(page: Page) {
  await page.addInitScript(() => {
    const done: string[] = [];
    Object.assign(window, { done });
    Object.assign(speechSynthesis, {
      speak: (words: SpeechSynthesisUtterance) => {
        done.push(`says ${words.text}`);
        words.dispatchEvent(new Event("start"));
        words.dispatchEvent(new Event("end"));
      },
    });
    Object.defineProperty(OscillatorNode.prototype, "onended", {
      set(this: OscillatorNode, ended: () => void) {
        done.push("tone");
        this.addEventListener("ended", ended);
      },
    });
    class Shown {
      static readonly permission = "granted";
      onclick: (() => void) | null = null;
      constructor(title: string) {
        done.push(`shows ${title}`);
      }
      close() {}
    }
    Object.assign(window, { Notification: Shown });
  });
}
const doneBy = (page: Page) => page.evaluate(() => (window as unknown as { done: string[] }).done);

test("each way is tested by its button; of two windows one calls aloud, and both show it", async ({ page, shack }) => {
  const { announce } = shack;
  await linked(shack);
  await counted(page);
  const other = await page.context().newPage();
  await counted(other);
  await other.goto("/desk");
  await expect(callField(other)).toBeFocused();
  await addRule(page, "VP8QUZ", ["by a sound", "by voice", "on the desktop"]);
  const result = (way: string) =>
    page.getByRole("button", { name: `Test ${way}` }).locator("xpath=following-sibling::*[@role='status']");
  for (const way of ["by a sound", "by voice", "on the desktop"]) {
    await page.getByRole("button", { name: `Test ${way}` }).click();
    await expect(result(way)).toHaveText("It is done: did you notice it?");
  }
  expect(await doneBy(page)).toEqual([
    "tone",
    "tone",
    "tone",
    "says Papa 5 Quebec Uniform Zulu. 20 metres CW. this is a test. chance good",
    "shows P5QUZ, 20 m CW, 14 025.00 kHz",
  ]);
  await page.getByRole("button", { name: "Test on the page" }).click();
  await expect(page.getByText("It stands at the foot of the page.")).toBeVisible();
  await page.getByRole("button", { name: "Test by e-mail" }).click();
  await expect(result("by e-mail")).toContainText("There is no mail link that is turned on");
  await keep(page);
  await bar(page).getByRole("button", { name: "Put aside" }).click();
  await expect(bar(page)).toBeHidden();

  announce("VP8QUZ", 18_081, "CW", "LU5QTN");
  for (const one of [page, other]) await expect(bar(one)).toContainText("VP8QUZ");
  await expect.poll(async () => (await doneBy(page)).length + (await doneBy(other)).length).toBe(10);
  // Silenced in one, it is silent in the other.
  await bar(other).getByRole("button", { name: "Silence" }).click();
  await other.getByRole("menuitem", { name: "VP8QUZ, for the rest of the UTC day" }).click();
  for (const one of [page, other]) await expect(bar(one)).toBeHidden();
  await page.goto("/airwaves?tab=alerts");
  await expect(line(page, "VP8QUZ")).toContainText("silenced");
  await rules(page).getByRole("button", { name: "End it" }).click();
  await rules(page).getByRole("button", { name: "Remove VP8QUZ" }).click();
  await other.close();
});

test.describe("by e-mail", () => {
  let box: MailBox;
  test.beforeAll(async () => {
    box = await startMailBox({ port: 0, domain: "farol.example", login: { user: "farol", password: "Lampe 7" } });
  });
  test.afterAll(() => box.close());

  test("a mail link is added with its password, which is told to nobody; a message arrives, and what fails is said", async ({
    page,
    shack,
  }) => {
    const { announce } = shack;
    await linked(shack);
    await page.goto("/station?page=links");
    await page.getByRole("button", { name: "Add a link" }).click();
    await page.getByLabel("What it is linked to").selectOption("E-mail");
    await page.getByLabel("Name", { exact: true }).fill("Mail box");
    await page.getByLabel("Port").fill(String(box.port));
    await page.getByLabel("Encryption").selectOption("None");
    await page.getByLabel("User").fill("farol");
    await page.getByLabel("Password").fill("Lampe 7");
    await page.getByLabel("From").fill("station@farol.example");
    await page.getByLabel("To: one address each line").fill("ines@elsewhere.example");
    await page.getByRole("button", { name: "Test these settings" }).click();
    await expect(page.getByRole("status", { name: "Test" })).toContainText("no box of ines@elsewhere.example here");
    await page.getByLabel("To: one address each line").fill("ines@farol.example");
    await page.getByRole("button", { name: "Test these settings" }).click();
    await expect(page.getByRole("status", { name: "Test" })).toContainText("It has taken a message");
    await keep(page);
    const links = page.getByRole("list", { name: "Links" });
    await expect(links.getByRole("listitem").filter({ hasText: "Mail box" }).getByRole("status")).toContainText(
      "Connected",
    );
    expect(await (await page.request.get("/api/v1/links")).text()).not.toContain("Lampe");
    await page.getByRole("button", { name: "Test, change Mail box" }).click();
    await expect(page.getByLabel("Password")).toHaveValue("");
    await expect(page.getByLabel("Password")).toHaveAttribute("placeholder", "kept as it is");
    await page.getByRole("button", { name: "Test these settings" }).click();
    await expect(page.getByRole("status", { name: "Test" })).toContainText("It has taken a message");
    await page.getByRole("button", { name: "Close", exact: true }).click();

    await addRule(page, "BS7QUZ", ["by e-mail"]);
    await keep(page);
    announce("BS7QUZ", 24_896, "CW <b>", "LU5QTN");
    await expect(line(page, "BS7QUZ")).toContainText("e-mail is sent");
    await expect.poll(() => box.letters[0]).toMatchObject({ subject: "BS7QUZ, 12 m CW, 24 896.00 kHz" });
    expect(box.letters[0]!.text).toContain("LU5QTN heard it");

    box.behave("full");
    announce("BS7QUZ", 28_011, "CW", "LU5QTN");
    await expect(line(page, "28 011")).toContainText("the box is full");
    await rules(page).getByRole("button", { name: "Remove BS7QUZ" }).click();
    await page.goto("/station?page=links");
    await page.getByRole("button", { name: "Remove Mail box" }).click();
    await expect(links.getByRole("listitem").filter({ hasText: "Mail box" })).toHaveCount(0);
  });
});
