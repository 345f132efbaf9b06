import { rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { CHROMIUM_FLAGS, CHROMIUM_PATH } from "./chromium";
import { expectAccessible } from "./axe";
import { test } from "./shack";
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
