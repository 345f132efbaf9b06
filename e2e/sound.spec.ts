import { rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { CHROMIUM_FLAGS, CHROMIUM_PATH } from "./chromium";
import { expectAccessible } from "./axe";
import { entered } from "./entered";
import { callField, test } from "./shack";
import { expect } from "./test";
import { soundFile } from "./soundFile";

/** A tone of 1600 Hz, which the browser hears at its sound input. */
const FILE = join(tmpdir(), `ypsiloid-tone-${process.pid}.wav`);

test.use({
  shackOf: "sound",
  launchOptions: {
    executablePath: CHROMIUM_PATH,
    args: [
      ...CHROMIUM_FLAGS,
      "--use-fake-device-for-media-stream",
      "--use-fake-ui-for-media-stream",
      `--use-file-for-fake-audio-capture=${FILE}`,
    ],
  },
});
test.beforeAll(() => writeFileSync(FILE, soundFile(48_000, 20, 1600)));
test.afterAll(() => rmSync(FILE, { force: true }));

test("what a sound input hears stands where the radio is, and a press lands on it", async ({ page, shack }) => {
  const { petrel } = shack;
  petrel.radio.change({ frequencyHz: 14_025_000, mode: "CW", split: false });
  await page.goto("/airwaves?tab=spectrum");
  const spectrum = page.getByRole("region", { name: "Spectrum" });
  await expect(spectrum).toContainText("No receiver is linked yet");
  await expectAccessible(page);
  await spectrum.getByRole("button", { name: "Listen to a sound input" }).click();
  // A carrier on the dial would sound at 600 Hz: this one is a kilohertz above it.
  const signals = spectrum.getByRole("listbox", { name: "Signals" });
  await expect(signals.getByRole("option", { name: /^Carrier, 14 02(5\.99|6\.0\d) kHz/ })).toBeVisible();
  await expectAccessible(page);
  await signals.focus();
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Enter");
  await expect.poll(() => Math.abs(petrel.radio.state.frequencyHz - 14_026_000) <= 5).toBe(true);

  // The sound stays as it is: now it is of 14 027. A radio that gives a carrier at another tone has it elsewhere.
  await spectrum.getByRole("button", { name: "How it is drawn" }).press("Enter");
  const tone = spectrum.getByRole("textbox", { name: "CW tone, Hz" });
  await tone.fill("70");
  await expect(spectrum.getByText("from 300 to 1200 Hz")).toBeVisible();
  await tone.fill("700");
  await expect(signals.getByRole("option", { name: /^Carrier, 14 026\.(89|9\d) kHz/ })).toBeVisible();
  await expectAccessible(page);
  await tone.fill("600");

  // On the lower sideband it is below the dial.
  petrel.radio.change({ frequencyHz: 7_100_000, mode: "LSB" });
  await expect(signals.getByRole("option", { name: /^Carrier, 7 098\.(39|4\d) kHz/ })).toBeVisible();
  await spectrum.getByRole("button", { name: "Listen to a sound input" }).click();
  await expect(spectrum).toContainText("No receiver is linked yet");
});

test("a sound input that may not be heard, or is pulled out, is said", async ({ page, shack }) => {
  shack.petrel.radio.change({ frequencyHz: 14_025_000, mode: "CW", split: false });
  // What browsers say that refuse, and what they do as a device is pulled out.
  await page.addInitScript(() => {
    const media = navigator.mediaDevices;
    const open = media.getUserMedia.bind(media);
    const heard: MediaStream[] = [];
    Object.assign(globalThis, {
      refuses: true,
      pullOut: () => heard.forEach((stream) => stream.getTracks()[0]!.dispatchEvent(new Event("ended"))),
    });
    media.getUserMedia = async (wanted) => {
      if ((globalThis as { refuses?: boolean }).refuses) throw new DOMException("Permission denied", "NotAllowedError");
      const stream = await open(wanted);
      heard.push(stream);
      return stream;
    };
  });
  await page.goto("/airwaves?tab=spectrum");
  const spectrum = page.getByRole("region", { name: "Spectrum" });
  const listen = spectrum.getByRole("button", { name: "Listen to a sound input" });
  await listen.click();
  await expect(spectrum.getByRole("alert")).toContainText("allow this page the microphone");
  await page.evaluate("globalThis.refuses = false");
  await listen.click();
  await expect(spectrum.getByRole("listbox", { name: "Signals" })).toBeVisible();
  await expect(spectrum.getByRole("alert")).toHaveCount(0);
  await page.evaluate("globalThis.pullOut()");
  await expect(page.getByText(/was pulled out, or taken away/)).toBeVisible();
  await expect(listen).toBeVisible();
});

test("RTTY goes out as sound of a chosen output while the radio transmits, and is read back from it", async ({
  page,
  shack,
}) => {
  const { radio } = shack.petrel;
  await entered(shack.app, page);
  radio.change({ frequencyHz: 14_085_000, mode: "RTTY", split: false });
  await page.goto("/contest");
  await expect(callField(page)).toBeFocused();
  const messages = page.getByRole("region", { name: "Messages" });
  await messages.getByRole("button", { name: "By keyer" }).press("Enter");
  const window = page.getByRole("dialog", { name: "How RTTY is sent" });
  await window.getByRole("combobox", { name: "Sent by" }).selectOption("sound of this computer");
  await window.getByRole("combobox", { name: "Sound output" }).selectOption("Fake Audio Output 2");
  await expectAccessible(page);
  // What is tried is read from the sound itself, and the radio hears of nothing.
  await window.getByRole("button", { name: "Try it" }).press("Enter");
  // A browser whose sound has no device keeps pace with the machine alone.
  await expect(window.getByRole("status", { name: "Read of the sound" })).toHaveText("RYRYRYRY 0123456789 RYRYRYRY", {
    timeout: 60_000,
  });
  expect(radio.state.transmitting).toBe(false);
  await window.getByRole("button", { name: "Done" }).press("Enter");
  await expect(messages.getByRole("button", { name: "As sound: Fake Audio Output 2" })).toBeVisible();

  const goingOut = messages.getByRole("status", { name: "Going out" });
  await callField(page).fill("PY2QUB");
  await page.keyboard.press("Alt+x");
  await expect.poll(() => radio.state.transmitting).toBe(true);
  await expect(goingOut).toContainText("PY2QUB 599 ");
  await expect.poll(() => radio.state.transmitting).toBe(false);
  await expect(messages.getByRole("button", { name: /^Stop/ })).toBeHidden();
  await expect(messages.getByRole("alert")).toHaveText("");

  // Escape stops both at once; what was chosen is kept.
  await page.reload();
  await expect(callField(page)).toBeFocused();
  await page.keyboard.press("Alt+z");
  await expect(goingOut).toContainText("CQ");
  await page.keyboard.press("Escape");
  await expect.poll(() => radio.state.transmitting).toBe(false);
  await expect(messages.getByRole("button", { name: /^Stop/ })).toBeHidden();

  // The radio's own knob ends it, too, and so does an output that is pulled out.
  await page.keyboard.press("Alt+z");
  await expect(goingOut).toContainText("CQ");
  radio.change({ transmitting: false });
  await expect(page.getByText("The radio does not transmit any more")).toBeVisible();
  await page.keyboard.press("Alt+z");
  await expect.poll(() => radio.state.transmitting).toBe(true);
  await page.evaluate(() => {
    navigator.mediaDevices.enumerateDevices = () => Promise.resolve([]);
    navigator.mediaDevices.dispatchEvent(new Event("devicechange"));
  });
  await expect(page.getByText("was pulled out, or taken away")).toBeVisible();
  await expect.poll(() => radio.state.transmitting).toBe(false);
});
