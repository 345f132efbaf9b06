import { startApp } from "./app";
import { expectAccessible, TOASTS } from "./axe";
import { expect, test } from "./test";

test("the pages of the station are gone through by keyboard, each with how it stands", async ({ page }) => {
  await page.goto("/station");
  const pages = page.getByRole("tablist", { name: "Pages of the station" });
  await expect(pages.getByRole("tab", { name: /^Logbooks/ })).toContainText("Home log");
  await expect(pages.getByRole("tab", { name: /^Sites/ })).toContainText("GF35co");
  await expect(pages.getByRole("tab", { name: /^Links/ })).toContainText(/connected|all off|none/);
  await expect(pages.getByRole("tab", { name: /^Services/ })).toContainText("waiting");
  await pages.getByRole("tab", { name: /^Logbooks/ }).focus();
  for (const name of [
    "Sites",
    "Links",
    "Services and identities",
    "Directories",
    "People",
    "Backups",
    "Keys and settings",
  ]) {
    await page.keyboard.press("ArrowDown");
    await expect(page.getByRole("heading", { level: 2, name, exact: true })).toBeVisible();
    // The others are looked at in stories of their own.
    if (name.includes("and") || name === "Sites") await expectAccessible(page);
  }
  await expect(page).toHaveURL(/page=settings/);
  await page.getByRole("button", { name: "Change the keys" }).press("Enter");
  await expect(page.getByRole("dialog", { name: "Keys" })).toHaveCount(1);
  await page.keyboard.press("Escape");

  await page.goBack();
  await expect(page.getByRole("heading", { level: 2, name: "Backups" })).toBeVisible();
  await page.keyboard.press("Control+k");
  await page.keyboard.type("station: services");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Settings of Lantern" }).press("Enter");
  await expect(page.getByRole("dialog")).toHaveCount(1);
  await page.keyboard.press("Escape");
  await page.getByRole("link", { name: "Identities in Confirm" }).press("Enter");
  await expect(page).toHaveURL(/confirm\?service=identities/);
});

test("a logbook is described, offers its own reports, counts with another one, and is deleted with its name typed", async ({
  page,
  app,
}) => {
  const site = { name: "Low hill", call: "CX3QUA/P", grid: "GF25", power: 100 };
  const { items: homes } = await app.api<{ items: { name: string }[] }>("logbooks");
  const home = homes[0];
  const { id } = await app.api<{ id: number }>("logbooks", { method: "POST", json: { name: "Small power", site } });
  await page.context().addCookies([{ name: "logbook", value: String(id), url: app.url }]);
  await page.goto("/station");
  const line = page
    .getByRole("list", { name: "Logbooks" })
    .getByRole("listitem")
    .filter({ has: page.getByRole("button", { name: "Change Small power" }) });
  await expect(line).toContainText("No contact yet");
  await line.getByRole("button", { name: "Change Small power" }).press("Enter");
  const window = page.getByRole("dialog");
  await window.getByLabel("What it is for").fill("Up to five watts");
  await window.getByLabel(/^Power, W/).fill("4,5");
  await window.getByLabel("Voice").fill("599");
  await window.getByLabel("CW").fill("559");
  await window.getByLabel("Distances in").selectOption("miles");
  await window.getByLabel("The digit zero").selectOption("zero without a slash");
  await page.keyboard.press("Enter");
  await expect(window.getByText(/"599" is no voice report/)).toBeVisible();
  await window.getByLabel("Voice").fill("");
  await page.keyboard.press("Enter");
  await expect(window).toBeHidden();
  await expect(line).toContainText(
    "From Low hill, CX3QUA/P; 4.5 W; report 559 in CW; distances in miles; zero without a slash",
  );

  await page.goto("/desk");
  await expect(page.getByLabel("Sent", { exact: true })).toHaveAttribute("placeholder", "559");
  await expect(page.getByLabel("Call", { exact: true })).toHaveCSS("font-family", /^"Plain Zero Mono"/);
  expect(await page.evaluate(() => document.fonts.load('16px "Plain Zero Mono"', "0").then((all) => all.length))).toBe(
    1,
  );
  await page.keyboard.type("OY4QSD");
  // 11 516 km from the home station of the demo, 124 km to the east of here.
  await expect(page.getByRole("region", { name: "Reading" })).toContainText(/7.1\d\d mi/);
  await page.keyboard.press("Enter");
  await expect(page.getByText("Logged OY4QSD")).toBeVisible();
  const { items } = await app.api<{ items: object[] }>(`logbooks/${id}/contacts`);
  expect(items).toMatchObject([{ reportSent: "559", power: 4.5 }]);

  await page.goto("/station");
  await expect(line).toContainText("1 contact, 0 confirmed; 1 entity");
  await line.getByRole("button", { name: "Change Small power" }).press("Enter");
  await window.getByLabel("For awards it counts").selectOption(`together with ${home!.name}`);
  await expectAccessible(page);
  await window.getByLabel("For awards it counts").press("Enter");
  await expect(line).toContainText(`counted together with ${home!.name}`);
  await page.goto("/awards?award=entities");
  await expect(page.getByText(`counted together with ${home!.name}`)).toBeVisible();
  // By itself it has worked one.
  await expect(page.getByText(/[1-9]\d+ worked/)).toBeVisible();

  await page.goto("/station");
  await line.getByRole("button", { name: "Delete Small power" }).press("Enter");
  const name = window.getByLabel(/^Type its name/);
  await name.fill("small");
  await name.press("Enter");
  await expect(window.getByText('type "Small power", which it is called')).toBeVisible();
  await expectAccessible(page);
  await name.fill("Small power");
  await name.press("Enter");
  await expect(page.getByText("Small power is deleted.")).toBeVisible();
  await expect(line).toHaveCount(0);
  await expect(
    page.getByRole("list", { name: "Logbooks" }).getByRole("listitem").filter({ hasText: "In use" }),
  ).toHaveCount(1);
  await expect(app.api(`logbooks/${id}`)).rejects.toThrow("404");
  const { items: backups } = await app.api<{ items: { why: string; facts: { logbooks: { name: string }[] } }[] }>(
    "backups",
  );
  expect(backups.find(({ why }) => why === "change")!.facts.logbooks.map((one) => one.name)).toContain("Small power");
  await expectAccessible(page, { without: TOASTS });
});

test("the first steps say what works: the links that are on, and what each service has of ours", async ({ page }) => {
  // Others break services, and have them rest.
  const own = await startApp("demo");
  await page.goto(`${own.url}/station?page=first-steps`);
  const steps = page.getByRole("region", { name: "First steps" });
  const step = (name: string) => steps.getByRole("listitem").filter({ hasText: name });
  await steps.getByRole("button", { name: "Test The services that confirm" }).press("Enter");
  await expect(step("The services that confirm")).toContainText(
    /Works: Lantern knows you, and has [\d\u2009]+ contacts? of yours/,
  );
  await steps.getByRole("button", { name: "Test Your radio, and what else is linked" }).press("Enter");
  await expect(step("Your radio, and what else is linked")).toContainText("Works: Every step of their tests works");
  await expectAccessible(page);
  await own.stop();
});
