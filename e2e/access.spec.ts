import { expectAccessible } from "./axe";
import { expect, test } from "./test";

for (const theme of ["day", "night"] as const) {
  for (const path of ["/desk", "/airwaves", "/confirm", "/awards", "/awards?award=continents", "/station"]) {
    test(`axe finds nothing on ${path} by ${theme}, and the content security policy is kept`, async ({
      page,
      context,
      baseURL,
    }) => {
      const complaints: string[] = [];
      page.on("console", (message) => message.type() === "error" && complaints.push(message.text()));
      page.on(
        "request",
        (request) =>
          !request.url().startsWith(baseURL!) && !request.url().startsWith("data:") && complaints.push(request.url()),
      );
      await context.addCookies([{ name: "theme", value: theme, url: baseURL! }]);
      await page.goto(path);
      await page.waitForLoadState("load");
      await expect(page.getByRole("main")).not.toBeEmpty();
      await expect(page.getByRole("main").getByText("Loading", { exact: true })).toHaveCount(0);
      // Until tabs are the browser's a hidden button stands for them.
      await expect(page.locator("button[aria-hidden]")).toHaveCount(0);
      if (path === "/desk") {
        await page.keyboard.type("LU3QSC");
        await expect(page.getByRole("region", { name: "Reading" })).toContainText("Argentina");
      }
      // By night it is the same page in other colours.
      await expectAccessible(page, { whole: true, ...(theme === "night" && { rules: ["color-contrast"] }) });
      expect(complaints).toEqual([]);
    });
  }
}

test("the entry works on a phone", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 800 });
  await page.goto("/desk");
  await page.getByLabel("Call", { exact: true }).fill("CX9QRA");
  await page.getByRole("button", { name: /Log it/ }).click();
  await expect(page.getByRole("grid", { name: "Log" }).getByRole("row").nth(1)).toContainText("CX9QRA");
  const overflow = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  expect(overflow).toBe(0);
});

test("foreign names and pages are refused", async ({ app }) => {
  const { request } = await import("node:http");
  const status = (headers: Record<string, string>, method = "GET", path = "/api/v1/logbooks") =>
    new Promise<number | undefined>((resolve, reject) => {
      const call = request(
        app.url + path,
        { method, headers },
        (response) => (response.resume(), resolve(response.statusCode)),
      );
      call.on("error", reject).end();
    });
  expect(await status({ host: "elsewhere.example" })).toBe(403);
  expect(await status({ host: "elsewhere.example" }, "GET", "/desk")).toBe(403);
  expect(await status({ origin: "http://elsewhere.example" }, "POST")).toBe(403);
  expect(await status({ "sec-fetch-site": "cross-site" }, "POST")).toBe(403);
  expect(await status({})).toBe(200);
});

test("a window that closes gives the focus back to the call field, however it was opened", async ({ page }) => {
  await page.goto("/desk");
  const call = page.getByLabel("Call", { exact: true });
  await expect(page.getByRole("grid", { name: "Log" })).toBeVisible();
  await expect(call).toBeFocused();
  for (const keys of ["Control+Alt+w", "Control+Alt+v", "Control+k", "F1"]) {
    await page.keyboard.press(keys);
    await expect(page.getByRole("dialog")).toHaveCount(1);
    await page.keyboard.press("Escape");
    await expect(call).toBeFocused();
  }
  await page.keyboard.press("Control+k");
  await page.keyboard.type("new logbook");
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Your call")).toBeFocused();
  await page.keyboard.press("Escape");
  await expect(call).toBeFocused();
});
