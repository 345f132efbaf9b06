import { expectAccessible, TOASTS } from "./axe";
import { expect, test } from "./test";

test("services are brought in step by keyboard: what failed is done afterwards, and behind each gain stand its contacts", async ({
  page,
  app,
}) => {
  const site = { name: "Hill", call: "CX3QUA", grid: "GF35co" };
  const { id } = await app.api<{ id: number }>("logbooks", { method: "POST", json: { name: "Hill log", site } });
  await page.context().addCookies([{ name: "logbook", value: String(id), url: app.url }]);
  for (const [index, letter] of [..."ABCDEFGHIJKL"].entries())
    await app.api(`logbooks/${id}/contacts`, {
      method: "POST",
      json: { call: `DL${index % 10}QT${letter}`, startedAt: "2026-11-23T21:00:00Z", band: "20m", mode: "CW" },
    });

  await page.goto("/confirm");
  await page.getByRole("tab", { name: "In step" }).click();
  await expect(page.getByText("Never brought in step from here")).toBeVisible();
  await page.getByRole("button", { name: "Ask how each stands now" }).click();
  const each = page.getByRole("region", { name: "What each has" });
  await expect(each.getByRole("row").filter({ hasText: "This log" })).toContainText("12");

  await app.lantern({ behaviour: "error" });
  await page.keyboard.press("b");
  const window = page.getByRole("dialog");
  await expect(window).toContainText("Of 12 contacts 12 go to Lantern:");
  await expect(window).toContainText("Of 12 contacts 12 go to Tideline:");
  await page.keyboard.press("Enter");
  const steps = page.getByRole("list", { name: "Steps" }).getByRole("listitem");
  await expect(steps.filter({ hasText: "Fetch from Lantern" })).toContainText("Lantern answered with error 500");
  await expect(steps.filter({ hasText: "Send to Lantern what it lacks" })).toContainText("passed over");
  await expect(steps.filter({ hasText: "Send to Tideline what it lacks" })).toContainText("12 accepted");

  await app.lantern({ behaviour: "normal" });
  await page.getByRole("button", { name: "Go on with what is left" }).click();
  // Lantern has years to tell a new logbook.
  await expect(steps.filter({ hasText: "Send to Lantern what it lacks" })).toContainText("12 accepted", {
    timeout: 60_000,
  });
  await expect(page.getByText(/^Last brought in step/)).toBeVisible();
  const lantern = each
    .getByRole("table", { name: "What each place has in all" })
    .getByRole("row")
    .filter({ hasText: "Lantern" });
  await expect(lantern).toContainText("12 +12");

  await app.lantern({ hurry: true });
  await page.keyboard.press("b");
  await expect(window).toContainText("Of 12 contacts none goes.");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("region", { name: "Acts" }).getByRole("row")).toHaveCount(3);
  await expect(steps.filter({ hasText: "Bring to Tideline" })).toContainText(/\d+ brought: \d+ new to Tideline/);
  await each
    .getByRole("button", { name: /^This log, in all: contacts confirmed, \d+ more: show the contacts/ })
    .press("Enter");
  const behind = page.getByRole("region", { name: "The contacts behind it" });
  await expect(behind.getByRole("row").nth(1)).toContainText("Germany");
  await expectAccessible(page, { without: TOASTS });
  await behind.getByRole("link").first().click();
  await expect(page.getByRole("dialog")).toContainText("Lantern");
});
