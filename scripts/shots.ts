// `npm run shots`: the pictures of docs/screenshots, made from a fresh demo log.
import { chromium, type Page } from "@playwright/test";
import { rmSync } from "node:fs";
import { startApp } from "../e2e/app";
import { CHROMIUM_FLAGS, CHROMIUM_PATH } from "../e2e/chromium";
import { startEars } from "../e2e/ears";
import { startRadios } from "../e2e/radios";
import seedOnce from "../e2e/seedOnce";
import { startSpotNetwork } from "../e2e/spotNetwork";

const removeSeed = seedOnce();
const app = await startApp("demo");
const radios = await startRadios(app);
const browser = await chromium.launch({ executablePath: CHROMIUM_PATH, args: CHROMIUM_FLAGS });

async function shot(
  name: string,
  path: string,
  theme: "day" | "night",
  prepare: (page: Page) => Promise<void> = async () => {},
): Promise<void> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await context.addCookies([{ name: "theme", value: theme, url: app.url }]);
  const page = await context.newPage();
  await page.goto(app.url + path);
  await page.waitForTimeout(1000);
  await prepare(page);
  await page.waitForTimeout(600);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  await context.close();
}

await shot("desk", "/desk", "day", async (page) => page.keyboard.type("OY4QSA"));
await shot("contact", "/desk", "day", async (page) => {
  await page.getByRole("grid", { name: "Log" }).focus();
  for (const key of ["ArrowDown", "Enter"]) await page.keyboard.press(key);
});
await shot("in-step", "/confirm?service=in-step", "day", async (page) => {
  await page.getByRole("button", { name: /^This log, in all: slots confirmed/ }).click();
});
await shot("identities", "/confirm?service=identities", "day");
await shot("contest", "/contest", "day", async (page) => {
  await page.getByRole("button", { name: "Open", exact: true }).first().click();
  await page.getByLabel("Call", { exact: true }).fill("DL1QTA");
  await page.waitForTimeout(800);
});
await shot("practice", "/contest/practice", "day", async (page) => {
  await page.getByRole("button", { name: /^Look at A run/ }).click();
  await page.getByRole("heading", { name: "How it went" }).waitFor();
});
await shot("statistics", "/desk/statistics", "night", async (page) => {
  await page.getByRole("img", { name: /^By hour and band/ }).waitFor();
});
await shot("log-check", "/contest?tab=log-check", "day", async (page) => {
  await page.getByRole("button", { name: "Open", exact: true }).first().click();
  await page.getByRole("tab", { name: "Log check" }).click();
});
await shot("confirm", "/confirm", "day", async (page) => {
  await app.lantern({ hurry: true });
  await page.keyboard.press("s");
  await page
    .getByText(/\d+ accepted/)
    .first()
    .waitFor();
  await page.keyboard.press("f");
  await page
    .getByText(/without a twin in the log/)
    .first()
    .waitFor();
});
await shot("awards", "/awards?award=entities", "night", async (page) => page.getByRole("grid").focus());
await shot("claims", "/awards?view=claims", "day", async (page) => {
  await page.getByRole("button", { name: "Record the claim" }).waitFor();
  await page.getByLabel("Order").focus();
});
await shot("tie-out", "/awards?view=tieOut", "night", async (page) => {
  await page.getByRole("button", { name: "Fetch the account of Lantern" }).waitFor();
  await page.keyboard.press("l");
  await page.getByText(/as it was fetched on/).waitFor();
});

radios.petrel.radio.change({ frequencyHz: 14_031_500, secondHz: 14_036_000, split: true });
await shot("station", "/station?page=links", "day", async (page) => {
  await page.getByRole("button", { name: "Test, change Petrel" }).click();
  await page.getByRole("button", { name: "Test these settings" }).click();
  await page.getByText("It is a Petrel.").waitFor();
});
const network = await startSpotNetwork(app);
while (!(await network.isUp())) await new Promise((resolve) => setTimeout(resolve, 50));
const HEARD: readonly (readonly [call: string, kilohertz: number, remark?: string, spotter?: string])[] = [
  ["P5QUZ", 14_031.5, "up 2", "CX7QRL"],
  ["JA3QRM", 21_014.2, "CW 14 dB 26 wpm CQ", "ZL2QSP"],
  ["OY4QSA", 14_019, "CW 9 dB 24 wpm CQ", "DL2QRX"],
  ["OY4QSA", 14_019.1, "CW", "G3QSV"],
  ["ZL7QUZ", 18_075.4, "CW", "VK3QRB"],
  ["5R8QTE", 24_892, "CW first on this band", "ZS1QTK"],
  ["DL1QTA", 28_495, "SSB 59", "EA4QSJ"],
  ["DL1QTB", 28_495, "SSB", "K9QUE"],
  ["W1QUZ", 28_010.8, "CW 31 dB 30 wpm CQ", "LU5QTN"],
  ["PY2QTD", 7011, "CW", "LU5QTN"],
  ["HL2QUN", 10_104, "CW 3 dB 22 wpm CQ", "JA1QTR"],
  ["VK9QRT", 50_313.6, "FT8 -12 dB", "JA1QTR"],
];
for (const one of HEARD) network.announce(...one);
await shot("airwaves", "/airwaves", "day", async (page) => {
  await page.getByRole("row", { name: /VK9QRT/ }).waitFor();
  await page.keyboard.press("F8");
  await page.keyboard.press("Enter");
});
const ON_TWENTY: readonly (readonly [call: string, kilohertz: number, remark?: string])[] = [
  ["EA8QTN", 14_012.4, "CW 22 dB 28 wpm CQ"],
  ["SM5QSB", 14_012.9, "CW"],
  ["UA9QTK", 14_013.2, "CW"],
  ["9V1QUA", 14_022, "CW up 1"],
  ["VK6QRC", 14_027.3, "CW"],
  ["KH6QSQ", 14_036.1, "CW"],
  ["CX3QUA", 14_044, "CW"],
  ["A61QUD", 14_074.6, "FT8 -3 dB"],
  ["4X4QTB", 14_075.1, "FT8 -11 dB"],
  ["VU2QRE", 14_075.4, "FT8 -15 dB"],
  ["ZS6QUF", 14_195, "SSB up 5"],
  ["9K2QSG", 14_205, "SSB"],
  ["HB0QUH", 14_262, "SSB"],
];
for (const one of ON_TWENTY) network.announce(...one);
await shot("workspace", "/desk", "night", async (page) => {
  await page.keyboard.type("OY4QSA");
  await page.keyboard.press("Alt+Shift+3");
  await page.keyboard.press("Alt+Shift+F2");
  await page.getByRole("tab", { name: "Spots" }).click();
  await page.waitForTimeout(1000);
});
const ears = await startEars(app, () => radios.petrel.radio.state.frequencyHz);
radios.petrel.radio.change({ frequencyHz: 14_022_000, secondHz: 14_023_000, split: true });
const SENDING: readonly (readonly [call: string, hertz: number, mode?: "CW" | "RTTY", grid?: string])[] = [
  ["EA8QTN", 14_012_400, "CW", "GG66"],
  ["UA9QTK", 14_013_200, "CW", "GF15"],
  ["OY4QSA", 14_019_000, "CW", "FG75"],
  ["9V1QUA", 14_022_000, "CW"],
  ["VK6QRC", 14_027_300, "CW", "FF46"],
  ["CX1QRA", 14_030_200, "CW", "GG66"],
  ["LU7QTC", 14_034_500, "RTTY", "FG75"],
  ["KH6QSQ", 14_036_100, "CW", "GF15"],
];
for (const [call, hertz, mode, grid] of SENDING) ears.sends(call, hertz, mode, grid === undefined ? {} : { grid });
await shot("spectrum", "/airwaves?tab=spectrum", "night", async (page) => {
  await page.getByRole("option", { name: /^KH6QSQ/ }).waitFor();
  await page.getByRole("button", { name: "Decoded text" }).click();
  // Below all who are heard a place is read by hand.
  const { x, y } = (await page.getByRole("listbox", { name: "Signals" }).boundingBox())!;
  await page.mouse.click(x + 60, y + 60, { button: "right" });
  // The picture is full of what was heard.
  await page.waitForTimeout(24_000);
});
await ears.stop();
await shot("map", "/airwaves?tab=map", "day", async (page) => {
  await page.keyboard.type("9V1QUA");
  await page.getByText("The outlines are being loaded.").waitFor({ state: "hidden" });
});
await shot("hours", "/airwaves?tab=hours", "day", async (page) => {
  await page.getByRole("button", { name: "Fold" }).click();
  await page.getByRole("textbox", { name: "Call", exact: true }).fill("JA3QRM");
  await page.getByRole("list", { name: "When each band is open" }).waitFor();
});
await shot("alerts", "/airwaves?tab=alerts", "night", async (page) => {
  await page.getByRole("button", { name: "Add a rule" }).click();
  await page.getByRole("button", { name: "wanted" }).click();
  await page.getByRole("button", { name: "CW", exact: true }).click();
  await page.getByRole("button", { name: "Keep", exact: true }).click();
  await page.getByRole("region", { name: "Alert", exact: true }).waitFor();
  await page.getByRole("dialog").waitFor({ state: "hidden" });
  await page.getByRole("button", { name: "Close toast" }).click();
});

await browser.close();
await app.stop();
await radios.stop();
network.foghorn.close();
removeSeed();
rmSync("test-results", { recursive: true, force: true });
