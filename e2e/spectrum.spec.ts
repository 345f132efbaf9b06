import type { Page } from "@playwright/test";
import { expectAccessible } from "./axe";
import { type Ears, startEars } from "./ears";
import { entered } from "./entered";
import { callField, linked, networks, test as base } from "./shack";
import { soundFile } from "./soundFile";
import { expect } from "./test";

/** A receiver beside the Petrel. */
const test = base.extend<object, { ears: Ears }>({
  ears: [
    async ({ shack }, use) => {
      const ears = await startEars(shack.app, () => shack.petrel.radio.state.frequencyHz);
      await use(ears);
      await ears.stop();
    },
    { scope: "worker" },
  ],
});
test.use({ shackOf: "spectrum" });

/** A machine that does not keep pace loses some of what is heard, and reads it when it is sent again. */
const READ = { timeout: 75_000 } as const;
const spectrum = (page: Page) => page.getByRole("region", { name: "Spectrum" });
const signals = (page: Page) => spectrum(page).getByRole("listbox", { name: "Signals" });
const carrier = (page: Page) => signals(page).getByRole("option", { name: /^Carrier, 14 0(29\.99|30\.0\d) kHz/ });
const called = (page: Page, call: string) => spectrum(page).getByRole("option", { name: new RegExp(`^${call},`) });

test("who is heard stands at his signal; a press or a key lands on it, and transmits elsewhere", async ({
  page,
  shack,
  ears,
}) => {
  const { petrel, announce } = shack;
  await linked(shack);
  petrel.radio.change({ frequencyHz: 14_025_000, mode: "CW", split: false });
  const isOn = (hertz: number) => () => Math.abs(petrel.radio.state.frequencyHz - hertz) <= 5;
  await page.goto("/airwaves");
  await expect(networks(page)).toContainText("Foghorn");
  await expect(callField(page)).toBeFocused();
  await page.keyboard.press("Alt+Shift+F11");
  await expect(spectrum(page).getByText(/Nothing stands above the level/)).toBeVisible();
  ears.sends("LU1QUA", 14_030_000);
  announce("LU1QUA", 14_030.2, "CW");
  announce("PY2QUA", 14_040, "CW");
  await expect(carrier(page)).toBeVisible();

  await expect(called(page, "LU1QUA")).toBeVisible();
  await expect(called(page, "PY2QUA")).toBeHidden();
  await spectrum(page).getByRole("button", { name: "Heard calls" }).click();
  await expect(called(page, "PY2QUA")).toBeVisible();
  await spectrum(page).getByRole("button", { name: "Heard calls" }).click();
  await expect(called(page, "PY2QUA")).toBeHidden();

  // By keys.
  await signals(page).focus();
  await page.keyboard.press("ArrowRight");
  await expect(carrier(page)).toHaveAttribute("aria-selected", "true");
  expect(petrel.radio.state.frequencyHz).toBe(14_025_000);
  await page.keyboard.press("Enter");
  await expect.poll(isOn(14_030_000)).toBe(true);
  petrel.radio.change({ frequencyHz: 14_025_000 });
  await expect(page.getByRole("button", { name: /^Radio:/ })).toContainText("14 025.00");
  await signals(page).focus();
  await page.keyboard.press("Shift+Enter");
  await expect.poll(() => petrel.radio.state.split).toBe(true);
  expect(Math.abs(petrel.radio.state.secondHz - 14_030_000)).toBeLessThanOrEqual(5);
  expect(petrel.radio.state.frequencyHz).toBe(14_025_000);
  await page.keyboard.press("Shift+Enter");
  await expect.poll(() => petrel.radio.state.split).toBe(false);
  await page.keyboard.press("Escape");
  await expect(callField(page)).toBeFocused();
  await page.keyboard.press("Alt+Shift+ArrowRight");
  await expect.poll(isOn(14_030_000)).toBe(true);

  // By the mouse, beside it.
  petrel.radio.change({ frequencyHz: 14_025_000 });
  await expect(page.getByRole("button", { name: /^Radio:/ })).toContainText("14 025.00");
  const { x, width } = (await carrier(page).boundingBox())!;
  const { y } = (await signals(page).boundingBox())!;
  const beside = x + width / 2 + 8;
  await page.mouse.click(beside, y + 40);
  await expect.poll(isOn(14_030_000)).toBe(true);
  await page.keyboard.down("Shift");
  await page.mouse.click(beside, y + 40);
  await page.keyboard.up("Shift");
  await expect.poll(isOn(14_030_000)).toBe(false);
  expect(Math.abs(petrel.radio.state.frequencyHz - 14_030_000)).toBeLessThan(1500);

  // The call is where it is heard, and not where it is said to be.
  await called(page, "LU1QUA").click();
  await expect(callField(page)).toHaveValue("LU1QUA");
  await expect.poll(isOn(14_030_000)).toBe(true);
  await expectAccessible(page);
});

test("the picture is stretched and moved, drawn otherwise, and keeps how it was looked at", async ({
  page,
  shack,
  ears,
}) => {
  shack.petrel.radio.change({ frequencyHz: 14_025_000, mode: "CW", split: false });
  await expect.poll(ears.phase).toBe("up");
  await page.goto("/airwaves?tab=spectrum");
  const reach = spectrum(page).getByTitle("So much of the band is in sight");
  await expect(reach).toHaveText("48 kHz");
  await spectrum(page).getByRole("button", { name: "Stretch the spectrum" }).click();
  await expect(reach).toHaveText("32 kHz");
  await signals(page).hover();
  for (let turn = 0; turn < 12; turn++) await page.mouse.wheel(0, -100);
  await expect(reach).toHaveText("2 kHz");
  await signals(page).focus();
  await page.keyboard.press("Home");
  await expect(reach).toHaveText("48 kHz");
  for (let turn = 0; turn < 3; turn++) await page.keyboard.press("+");
  const follow = spectrum(page).getByRole("button", { name: "Follow" });
  await expect(follow).toHaveAttribute("aria-pressed", "true");
  await page.keyboard.press("PageUp");
  await expect(follow).toHaveAttribute("aria-pressed", "false");

  await spectrum(page).getByRole("button", { name: "How it is drawn" }).click();
  await spectrum(page).getByLabel("Detail").selectOption("fine");
  await spectrum(page).getByLabel("Trace").selectOption("peak");
  await spectrum(page).getByLabel("Lines a second").selectOption("2");
  await spectrum(page).getByRole("button", { name: "Peaks anew" }).click();
  const level = spectrum(page).getByRole("slider", { name: /^Level/ });
  await level.focus();
  await page.keyboard.press("ArrowUp");
  await expect(level).toHaveAttribute("aria-valuetext", "10 dB over the noise");
  await expectAccessible(page);
  await page.reload();
  await expect(level).toHaveAttribute("aria-valuetext", "10 dB over the noise");
  await spectrum(page).getByRole("button", { name: "How it is drawn" }).click();
  await expect(spectrum(page).getByLabel("Detail")).toHaveValue("fine");
});

test("what is sent is read, Morse and RTTY, and its calls are taken by keys", async ({ page, shack, ears }) => {
  const { radio } = shack.petrel;
  radio.change({ frequencyHz: 14_025_000, mode: "CW", split: false });
  await expect.poll(ears.phase).toBe("up");
  await page.goto("/airwaves?tab=spectrum");
  await expect(signals(page)).toBeVisible();
  await spectrum(page).getByRole("button", { name: "Decoded text" }).click();
  const text = spectrum(page).getByRole("table", { name: "Decoded text" });
  ears.sends("LU3QUA", 14_033_000);
  ears.sends("PY3QUA", 14_040_500, "RTTY");
  const morse = text.getByRole("row").filter({ hasText: "14 033.00" });
  const rtty = text.getByRole("row").filter({ hasText: "RTTY" });
  await expect(morse.getByRole("button", { name: "LU3QUA" })).toBeVisible(READ);
  await expect(morse).toContainText(/Morse, \d\d wpm/);
  await expect(morse).toContainText("CQ DE LU3QUA K", READ);
  await expect(rtty.getByRole("button", { name: "PY3QUA" })).toBeVisible(READ);
  await expect(rtty).toContainText("RTTY, 45 Bd, 170 Hz");
  await expectAccessible(page);
  // Who is read stands at his signal.
  await expect(called(page, "LU3QUA")).toHaveAccessibleName("LU3QUA, 14 033.00 kHz, read");

  // By keys: to the text, to the call, and there with it.
  await callField(page).focus();
  await page.keyboard.press("Alt+Shift+F12");
  await expect(text.getByRole("button").first()).toBeFocused();
  await morse.getByRole("button", { name: "LU3QUA" }).focus();
  await page.keyboard.press("ArrowDown");
  await expect(rtty.getByRole("button", { name: "PY3QUA" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(callField(page)).toHaveValue("PY3QUA");
  await expect.poll(() => radio.state.mode).toBe("RTTY");
  await expect.poll(() => Math.abs(radio.state.frequencyHz - 14_040_500) <= 15).toBe(true);

  // What is read where the radio is, without leaving the line.
  await page.keyboard.press("Escape");
  radio.change({ frequencyHz: 14_033_020, mode: "CW" });
  await expect(morse).toHaveAttribute("aria-current", "true");
  await page.keyboard.press("Alt+Shift+Enter");
  await expect(callField(page)).toHaveValue("LU3QUA");
  await expect(callField(page)).toBeFocused();
  await page.keyboard.press("Escape");
});

test("a place is read by hand, in every browser, until it is taken away; an upright picture has text beside names", async ({
  page,
  shack,
  ears,
}) => {
  shack.petrel.radio.change({ frequencyHz: 14_055_000, mode: "CW", split: false });
  await expect.poll(ears.phase).toBe("up");
  ears.sends("LU5QUA", 14_051_500);
  await page.goto("/airwaves?tab=spectrum");
  await expect(signals(page)).toBeVisible();
  await spectrum(page).getByRole("button", { name: "Decoded text" }).click();
  const text = spectrum(page).getByRole("table", { name: "Decoded text" });
  const here = text.getByRole("row").filter({ hasText: "by hand" });
  await callField(page).focus();
  await page.keyboard.press("Alt+Delete");
  await expect(here).toContainText("14 055.00");
  await expectAccessible(page);

  // More windows than a browser has connections for their streams: one reads for all.
  const third = await page.context().newPage();
  await third.goto("/airwaves?tab=spectrum");
  await expect(spectrum(third).getByRole("row").filter({ hasText: "by hand" })).toContainText("14 055.00");
  const other = await page.context().newPage();
  await other.goto("/airwaves?tab=spectrum");
  await expect(signals(other)).toBeVisible();
  const there = spectrum(other).getByRole("row").filter({ hasText: "by hand" });
  await expect(there).toContainText("14 055.00");
  await there.getByRole("button", { name: "Read 14 055.00 no more" }).press("Enter");
  await expect(here).toHaveCount(0);
  await other.close();
  await third.close();
  await page.bringToFront();

  // The signal that the arrows are at, or what is pressed with the other button.
  await expect(text.getByRole("row").filter({ hasText: "LU5QUA" }).first()).toBeVisible(READ);
  const box = (await signals(page).boundingBox())!;
  const press = () => page.mouse.click(box.x + box.width / 4, box.y + box.height / 2, { button: "right" });
  await press();
  await expect(here).toHaveCount(1);
  await press();
  await expect(here).toHaveCount(0);

  await page.setViewportSize({ width: 760, height: 1500 });
  await expect(called(page, "LU5QUA")).toContainText("DE LU5QUA");
  await expectAccessible(page);
});

test("the text is a panel of a workspace, too; what is turned off there is said", async ({ page, shack, ears }) => {
  shack.petrel.radio.change({ frequencyHz: 14_025_000, mode: "CW", split: false });
  await expect.poll(ears.phase).toBe("up");
  ears.sends("LU7QUA", 14_037_000);
  await page.goto("/desk");
  await expect(callField(page)).toBeFocused();
  await page.keyboard.press("Shift+F2");
  const window = page.getByRole("dialog", { name: "Panels" });
  await window.getByRole("checkbox", { name: "Decoded text", exact: true }).press("Space");
  await window.getByRole("button", { name: "Done" }).press("Enter");
  const panel = page.getByRole("region", { name: "Decoded text" });
  await expect(panel.getByRole("row").filter({ hasText: "14 037.00" }).getByText("LU7QUA").first()).toBeVisible(READ);
  await expectAccessible(page);
  await panel.getByRole("button", { name: "LU7QUA" }).first().press("Enter");
  await expect(callField(page)).toHaveValue("LU7QUA");
  await page.keyboard.press("Escape");
  ears.receiver.behave("gone");
  await expect(panel).toContainText("Ears is not there");
  ears.receiver.behave("normal");
  await expect(panel).not.toContainText("Ears is not there");
});

test("in a contest the call that is read is taken, and then its exchange, by the same key", async ({
  page,
  shack,
  ears,
}) => {
  const { radio } = shack.petrel;
  await entered(shack.app, page);
  radio.change({ frequencyHz: 14_046_000, mode: "CW", split: false });
  await expect.poll(ears.phase).toBe("up");
  ears.sends("PY5QUA", 14_046_000, "CW", { says: "DE PY5QUA PY5QUA 5NN 023 11 " });
  await page.goto("/contest");
  await expect(callField(page)).toBeFocused();
  await page.keyboard.press("Shift+F2");
  const window = page.getByRole("dialog", { name: "Panels" });
  await window.getByRole("checkbox", { name: "Decoded text", exact: true }).press("Space");
  await window.getByRole("button", { name: "Done" }).press("Enter");
  const line = page.getByRole("region", { name: "Decoded text" }).getByRole("row").filter({ hasText: "14 046.00" });
  await expect(line.getByRole("button", { name: "PY5QUA" })).toBeVisible(READ);
  await callField(page).focus();
  await page.keyboard.press("Alt+Shift+Enter");
  await expect(callField(page)).toHaveValue("PY5QUA");
  await expect(line.getByRole("button", { name: "599 23 11" })).toBeVisible(READ);
  await page.keyboard.press("Alt+Shift+Enter");
  await expect(page.getByLabel("Serial", { exact: true })).toHaveValue("23");
  await expect(page.getByLabel("Zone", { exact: true })).toHaveValue("11");
  await expect(callField(page)).toHaveValue("PY5QUA");
  await page.keyboard.press("Escape");
});

test("a receiver that is gone is said to be, and is heard again when it comes back", async ({ page, shack, ears }) => {
  shack.petrel.radio.change({ frequencyHz: 14_025_000, mode: "CW" });
  await expect.poll(ears.phase).toBe("up");
  await page.goto("/airwaves?tab=spectrum");
  await expect(signals(page)).toBeVisible();
  ears.receiver.behave("gone");
  await expect(spectrum(page).getByRole("status").first()).toContainText("Ears is not there");
  ears.receiver.behave("normal");
  await expect(spectrum(page).getByText("Ears is not there")).toHaveCount(0);
  await expect(signals(page)).toBeVisible();

  await shack.app.kill();
  await expect(spectrum(page).getByRole("alert")).toContainText("There is no picture");
  await shack.app.restart();
  await expect(signals(page)).toBeVisible();
});

test("a recording is looked at as if it were heard, and one that cannot be read says why", async ({ page, shack }) => {
  shack.petrel.radio.change({ frequencyHz: 14_025_000, mode: "CW", split: false });
  await page.goto("/airwaves?tab=spectrum");
  const picker = spectrum(page).getByLabel("Recording", { exact: true });
  const window = page.getByRole("dialog");
  const file = (name: string, buffer: Buffer) => ({ name, mimeType: "audio/wav", buffer });
  await picker.setInputFiles(file("page.wav", Buffer.from("<!doctype html><p>Not found")));
  await expect(window.getByRole("alert")).toContainText("It is no WAV file");
  await expect(window.getByRole("button", { name: "Look at it" })).toBeDisabled();
  await page.keyboard.press("Escape");
  await expect(window).toHaveCount(0);

  await picker.setInputFiles(file("band.wav", soundFile(24_000, 60, 3000, true)));
  await expect(window).toContainText("1:00 long, 24 kHz, two channels of 16 bits.");
  await window.getByRole("button", { name: "Look at it" }).click();
  await expect(window).toContainText("the frequency in its middle");
  await window.getByLabel(/^Frequency in the middle/).fill("7040");
  await expectAccessible(page);
  await page.keyboard.press("Enter");
  await expect(window).toHaveCount(0);
  await expect(signals(page).getByRole("option", { name: /^Carrier, 7 043\.00 kHz/ })).toBeVisible();

  // It is paused, and gone to another place in it; the radio stays where it is.
  const player = spectrum(page).getByRole("group", { name: "Recording" });
  await player.getByRole("button", { name: "Pause" }).click();
  await expect(player.getByRole("button", { name: "Play" })).toBeVisible();
  await player.getByRole("slider").fill("40");
  await expect(player).toContainText(/0:4\d of 1:00/);
  await signals(page).focus();
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Enter");
  await expectAccessible(page);
  expect(shack.petrel.radio.state.frequencyHz).toBe(14_025_000);
  await player.getByRole("slider").fill("59");
  await expect(player.getByRole("button", { name: "Play" })).toBeVisible();
  await player.getByRole("button", { name: "Close the recording" }).click();
  await expect(player).toHaveCount(0);
});

test("a recording is read in the browser", async ({ page, shack }) => {
  shack.petrel.radio.change({ frequencyHz: 14_025_000, mode: "CW", split: false });
  await page.goto("/airwaves?tab=spectrum");
  const text = "CQ CQ DE LU5QUA LU5QUA K ".repeat(6);
  const buffer = soundFile(24_000, 60, -4000, true, text);
  await spectrum(page)
    .getByLabel("Recording", { exact: true })
    .setInputFiles({ name: "call.wav", mimeType: "audio/wav", buffer });
  await page.getByRole("dialog").getByRole("button", { name: "Look at it" }).click();
  await page
    .getByRole("dialog")
    .getByLabel(/^Frequency in the middle/)
    .fill("7040");
  await page.keyboard.press("Enter");
  await spectrum(page).getByRole("button", { name: "Decoded text" }).click();
  const table = spectrum(page).getByRole("table", { name: "Decoded text" });
  const row = table.getByRole("row").filter({ hasText: "7 036.00" });
  await expect(row.getByText("LU5QUA", { exact: true })).toBeVisible();
  // Who was heard then is not there now: nothing is gone to.
  await expect(table.getByRole("button")).toHaveCount(0);
  expect(shack.petrel.radio.state.frequencyHz).toBe(14_025_000);
});
