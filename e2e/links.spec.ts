import type { Page } from "@playwright/test";
import { createSocket } from "node:dgram";
import type { Link } from "../src/core/contract";
import { recordOf } from "../stand-ins/companion/record";
import { expectAccessible, TOASTS } from "./axe";
import { type App, startApp } from "./app";
import { portOf, type Radios, startRadios } from "./radios";
import { expect, test as base } from "./test";

interface Shack extends Radios {
  readonly app: App;
}

/** An application with two radios, to itself. */
const test = base.extend<object, { shack: Shack }>({
  shack: [
    async ({}, use) => {
      const app = await startApp("demo");
      const radios = await startRadios(app);
      await use({ app, ...radios });
      await app.stop();
      await radios.stop();
    },
    { scope: "worker", timeout: 180_000 },
  ],
  baseURL: async ({ shack }, use) => use(shack.app.url),
});

const rail = (page: Page) => page.getByRole("button", { name: /^Radio:/ });
const callField = (page: Page) => page.getByRole("textbox", { name: "Call", exact: true });
const firstRow = (page: Page) => page.getByRole("grid", { name: "Log" }).getByRole("row").nth(1);

/** Opens the Desk with the Petrel on a known frequency. */
async function atDesk(page: Page, { petrel }: Shack): Promise<void> {
  petrel.radio.change({ frequencyHz: 14_025_000, mode: "CW", split: false, transmitting: false, watts: 100 });
  await page.goto("/desk");
  await expect(rail(page)).toContainText("14 025.00");
  await expect(firstRow(page)).toContainText(/\d/);
}

test("what is turned at the radio is on the rail and in the entry line, and is logged with the contact", async ({
  page,
  shack,
}) => {
  await atDesk(page, shack);
  const { radio } = shack.petrel;
  radio.change({ frequencyHz: 7_011_300, secondHz: 7_015_000, split: true, watts: 40 });
  await expect(rail(page)).toContainText("7 011.30");
  await expect(rail(page)).toHaveAccessibleName("Radio: Petrel, 7 011.30 kHz CW, sends 7 015.00");
  await expect(page.getByLabel("Band", { exact: true })).toHaveValue("40m");
  await page.keyboard.type("dl1qta");
  await page.keyboard.press("Enter");
  await expect(firstRow(page)).toContainText("DL1QTA");
  const { items } = await shack.app.api<{ items: object[] }>("logbooks/1/contacts?call=DL1QTA&limit=1");
  expect(items[0]).toMatchObject({ frequencyHz: 7_015_000, frequencyReceivedHz: 7_011_300, mode: "CW", power: 40 });
});

test("the radio is tuned from the call field, by band keys that remember, and by steps", async ({ page, shack }) => {
  await atDesk(page, shack);
  const { radio } = shack.petrel;
  await callField(page).fill("14031.5");
  await page.keyboard.press("Enter");
  await expect.poll(() => radio.state.frequencyHz).toBe(14_031_500);
  await page.keyboard.press("Alt+ArrowUp");
  await expect.poll(() => radio.state.frequencyHz).toBe(14_031_510);
  await page.keyboard.press("PageUp");
  await expect(page.getByLabel("Band", { exact: true })).toHaveValue("17m");
  await page.keyboard.press("PageDown");
  await expect(rail(page)).toContainText("14 031.51");
  await page.getByLabel("Mode", { exact: true }).selectOption({ label: "SSB" });
  await expect.poll(() => radio.state.mode).toBe("USB");
  await page.getByLabel("Mode", { exact: true }).selectOption({ label: "FT8" });
  await expect(page.getByLabel("Mode", { exact: true })).toHaveValue("FT8|");
  expect(radio.state.mode).toBe("USB");
  await callField(page).fill("145.5 MHz");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Petrel does not tune to")).toBeVisible();
});

test("the ruler tunes by a press, is stretched under the finger and by keys, and goes back to where one was", async ({
  page,
  shack,
}) => {
  await atDesk(page, shack);
  const { radio } = shack.petrel;
  const ruler = page.getByRole("slider", { name: "Frequency on 20 m, kHz" });
  const tuning = page.getByRole("region", { name: "Tuning" });
  await expect(tuning).toContainText("364 kHz");
  const been = (kilohertz: string) => ruler.locator("title", { hasText: `You were at ${kilohertz}` });
  await expect(been("14 025.00")).toHaveCount(1);
  const box = (await ruler.boundingBox())!;
  await ruler.click({ position: { x: box.width / 2, y: 40 } });
  await expect.poll(() => radio.state.frequencyHz).toBeGreaterThan(14_170_000);
  await page.mouse.move(box.x + box.width / 2, box.y + 30);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y - 90, { steps: 6 });
  await page.mouse.up();
  await expect(tuning).toContainText("91 kHz");
  await page.mouse.move(box.x + 20, box.y + 30);
  const before = radio.state.frequencyHz;
  await page.mouse.wheel(0, -100);
  await expect.poll(() => radio.state.frequencyHz).toBe(before + 10);
  await tuning.getByLabel("step, CW").selectOption("100 Hz");
  await ruler.focus();
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Shift+ArrowRight");
  await expect.poll(() => radio.state.frequencyHz).toBe(before + 1110);
  await page.keyboard.press("-");
  await expect(tuning).not.toContainText("91 kHz");
  await callField(page).fill("oy4qsd");
  await page.keyboard.press("Alt+Insert");
  await expect(ruler.locator("title", { hasText: "OY4QSD, put at" })).toHaveCount(1);
  await callField(page).fill("7010");
  await page.keyboard.press("Enter");
  await expect.poll(() => radio.state.frequencyHz).toBe(7_010_000);
  const left = page.getByRole("slider", { name: "Frequency on 40 m, kHz" }).locator("title");
  await expect(left.filter({ hasText: "You were at 7 010.00" })).toHaveCount(1);
  await page.keyboard.press("Alt+,");
  await expect.poll(() => radio.state.frequencyHz).toBeGreaterThan(14_000_000);
  await page.keyboard.press("Alt+.");
  await expect.poll(() => radio.state.frequencyHz).toBe(7_010_000);
});

test("outside of the allocation it is said, and the transmit key asks for a second press; Escape stops from anywhere", async ({
  page,
  shack,
}) => {
  await atDesk(page, shack);
  const { radio } = shack.petrel;
  radio.change({ frequencyHz: 14_000_000 });
  await expect(page.getByText("Do not transmit: the signal reaches over the edge of 20 m")).toBeVisible();
  await page.keyboard.press("Control+Alt+Enter");
  await expect(page.getByText("Press again to transmit all the same")).toBeVisible();
  expect(radio.state.transmitting).toBe(false);
  await page.keyboard.press("Control+Alt+Enter");
  await expect.poll(() => radio.state.transmitting).toBe(true);
  await expect(page.getByRole("button", { name: /^On air/ })).toBeVisible();
  await page.keyboard.press("Control+Alt+a");
  await expect(page.getByRole("heading", { name: "Awards", level: 1 })).toBeVisible();
  await expect(page.getByRole("button", { name: /^On air/ })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect.poll(() => radio.state.transmitting).toBe(false);
  await expect(page.getByRole("button", { name: /^On air/ })).toBeHidden();

  // It ends with the page that asked for it, and that is said.
  await page.keyboard.press("Control+Alt+Home");
  await page.keyboard.press("Control+Alt+Enter");
  await page.keyboard.press("Control+Alt+Enter");
  await expect.poll(() => radio.state.transmitting).toBe(true);
  await page.goto("/awards");
  await expect.poll(() => radio.state.transmitting).toBe(false);
  await expect(page.getByText("for a page that did not say any more that it is there")).toBeVisible();
});

test("two windows follow two radios, and one that goes away is said to be so", async ({ page, shack, context }) => {
  await atDesk(page, shack);
  const other = await context.newPage();
  await other.goto("/desk");
  await expect(rail(other)).toContainText("Petrel");
  await other.keyboard.press("Control+Alt+PageDown");
  await expect(rail(other)).toContainText("145 500.00");
  await expect(rail(page)).toContainText("14 025.00");
  await other.reload();
  await expect(rail(other)).toContainText("145 500.00");
  shack.heron.behave("gone");
  await expect(rail(other)).toContainText("Heron away");
  await callField(other).fill("CX2QRB");
  await other.keyboard.press("Enter");
  await expect(firstRow(other)).toContainText("CX2QRB");
  shack.heron.behave("normal");
  await expect(rail(other)).not.toContainText("away", { timeout: 40_000 });
  await other.keyboard.press("Control+Alt+PageDown");
  await expect(rail(other)).toContainText("Petrel");
});

test("a link is added, tested step by step, changed and removed; a descriptor's mistake is told with its line", async ({
  page,
  shack,
}) => {
  await page.goto("/station?page=links");
  await page.getByRole("button", { name: "Add a link" }).click();
  const window = page.getByRole("dialog");
  await window.getByLabel("Name", { exact: true }).fill("Second");
  await window.getByLabel("Descriptor: how this radio is spoken to").selectOption("Petrel");
  await window.getByRole("button", { name: "Keep" }).click();
  await expect(window.getByRole("alert").filter({ hasText: "the port at which the radio listens" })).toBeVisible();
  await window.getByLabel("Port", { exact: true }).fill("1");
  await window.getByRole("button", { name: "Test these settings" }).click();
  const steps = window.getByRole("status", { name: "Test" });
  await expect(steps).toContainText("Nothing listens at 127.0.0.1:1");
  await window.getByLabel("Port", { exact: true }).fill(String(portOf(shack.heron)));
  await window.getByRole("button", { name: "Test these settings" }).click();
  await expect(steps.getByRole("listitem").filter({ hasText: "Protocol" })).toContainText(/descriptor/);
  await expectAccessible(page);
  await window.getByRole("button", { name: "Keep" }).click();
  const line = page.getByRole("list", { name: "Links" }).getByRole("listitem").filter({ hasText: "Second" });
  await expect(line).toContainText("has the same address");
  await line.getByRole("button", { name: /Remove/ }).click();
  await expect(line).toHaveCount(0);

  await page.getByRole("button", { name: "Look, change Petrel" }).click();
  const editor = page.getByRole("dialog");
  await expect(editor.getByText("The descriptor is sound.")).toBeVisible();
  await expect(editor.getByLabel("What would be sent")).toContainText("put tune 14025300\\n");
  await editor.getByLabel("What the radio says").fill("now mode usb");
  await expect(editor.getByRole("status", { name: "What it would mean" })).toHaveText("mode is USB, told by itself.");
  await editor.getByRole("textbox", { name: "Descriptor, JSON" }).click();
  await page.keyboard.press("Control+Home");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("End");
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.type(" x");
  await expect(editor.getByRole("status", { name: "What is wrong" })).toContainText(
    "Line 3, tag: a tag is of capitals",
  );
  await expect(editor.getByRole("button", { name: "Keep the descriptor" })).toBeDisabled();
  await expectAccessible(page);
});

test("contacts of another program are listed and undone; one that waits is confirmed without taking the keyboard", async ({
  page,
  shack,
}) => {
  const sender = createSocket("udp4");
  const probe = createSocket("udp4");
  await new Promise<void>((resolve) => probe.bind(0, "127.0.0.1", resolve));
  const { port } = probe.address();
  await new Promise<void>((resolve) => probe.close(resolve));
  const link = await shack.app.api<Link>("links", {
    method: "POST",
    json: { kind: "adifIn", name: "Companion", settings: { port, logbookId: 1, asks: "ask" } },
  });
  const send = (call: string) => {
    const now = Math.floor(Date.now() / 1000);
    const made = {
      call,
      grid: "JO62",
      frequencyHz: 14_075_300,
      startedAt: now - 60,
      endedAt: now,
      reportSent: "-07",
      reportReceived: "-12",
    };
    sender.send(recordOf(made, "CX3QUA", "GF35co"), port, "127.0.0.1");
  };
  await atDesk(page, shack);
  await page.keyboard.type("ZP9");
  send("F5QUB");
  const form = page.getByRole("form", { name: "A contact to confirm" });
  await expect(form).toContainText("Companion made a contact: F5QUB, 20 m FT8");
  await page.keyboard.type("QRI");
  await expect(callField(page)).toHaveValue("ZP9QRI");
  await page.keyboard.press("Shift+F9");
  await page.keyboard.type("weak and fading");
  await form.getByRole("button", { name: "Hold Comment for the next contact" }).click();
  await form.getByLabel("Comment", { exact: true }).press("Enter");
  await expect(page.getByRole("grid", { name: "Log" })).toContainText("F5QUB");
  await expect(callField(page)).toBeFocused();
  await expect(form).toBeHidden();
  send("G4QTC");
  await expect(form.getByLabel("Comment", { exact: true })).toHaveValue("weak and fading");
  await expectAccessible(page, { only: "form" });
  await form.getByRole("button", { name: "Drop" }).click();
  await expect(form).toBeHidden();

  await shack.app.api(`links/${link.id}`, {
    method: "PATCH",
    json: { settings: { port, logbookId: 1, asks: "at once" } },
  });
  await page.goto("/station?page=links");
  await expect(page.getByRole("list", { name: "Links" })).toContainText("Connected");
  send("OH2QTB");
  const came = page.getByRole("region", { name: "Contacts from other programs" });
  const row = (call: string) => came.getByRole("row").filter({ hasText: call });
  await expect(row("OH2QTB")).toContainText("Logged");
  await expect(row("G4QTC")).toContainText("Dropped");
  await row("OH2QTB").getByRole("button", { name: /Undo/ }).click();
  await expect(row("OH2QTB")).toContainText("Undone");
  // What is said of it fades in meanwhile.
  await expectAccessible(page, { without: TOASTS });
  await shack.app.api(`links/${link.id}`, { method: "DELETE" });
  sender.close();
});

test("a server that is killed while it transmits says so when it is back", async ({ page, shack }) => {
  await atDesk(page, shack);
  const { radio } = shack.petrel;
  const { items } = await shack.app.api<{ items: Link[] }>("links");
  const petrel = items.find(({ name }) => name === "Petrel")!;
  await shack.app.api(`links/${petrel.id}/commands`, { method: "POST", json: { do: "transmit", on: true } });
  await expect.poll(() => radio.state.transmitting).toBe(true);
  await expect(page.getByRole("button", { name: /^On air/ })).toBeVisible();
  await shack.app.kill();
  await expect(page.getByText("Server not reached")).toBeVisible();
  await shack.app.restart();
  await expect.poll(() => radio.state.transmitting).toBe(false);
  await expect(page.getByText("The server ended while Petrel transmitted")).toBeVisible();
  await page.goto("/station?page=links");
  const line = page.getByRole("list", { name: "Links" }).getByRole("listitem").filter({ hasText: "Petrel" });
  await expect(line).toContainText("The server ended while Petrel transmitted");
});
