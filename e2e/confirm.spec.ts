import { expect, test } from "./test";

test.afterEach(async ({ app }) => app.lantern({ behaviour: "normal" }));

for (const [behaviour, words] of [
  ["error", "Lantern answered with error 500"],
  ["down", "cannot be reached, or closed the connection"],
  ["hang", "did not answer within 2 s"],
  ["cut", "closed the connection"],
  ["page", "answered with text/html and not with data"],
  ["nonsense", "answer is not understood"],
] as const) {
  test(`Lantern fails (${behaviour}): the contacts stay, the page says so and offers to try again`, async ({
    page,
    app,
  }) => {
    await page.goto("/confirm");
    const send = page.getByRole("button", { name: /^Send \d+ waiting/ });
    const label = await send.textContent();
    await app.lantern({ behaviour });
    await send.click();
    const state = page.getByRole("status").filter({ hasText: "Send to Lantern" });
    await expect(state).toContainText(words);
    await expect(state.getByRole("button", { name: "Try again" })).toBeVisible();
    await expect(send).toHaveText(label!);
  });
}

test("what waits is sent, answered, confirmed later, and counts in the award", async ({ page, app }) => {
  await page.goto("/desk");
  await page.keyboard.type("P29QSA");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("grid", { name: "Log" }).getByRole("row").nth(1)).toContainText("Papua New Guinea");

  await page.keyboard.press("Control+Alt+c");
  const outbox = page.getByRole("region", { name: "Outbox" });
  await expect(outbox).toContainText("P29QSA");
  await page.keyboard.press("s");
  await expect(outbox).toContainText(/\d+ accepted, 0 known already, \d+ refused/);
  await expect(outbox).not.toContainText("P29QSA");
  await expect(outbox).toContainText("refused: LU/CX3QUA is not registered with this account");
  await page.getByRole("list", { name: "Receipts" }).getByRole("button").first().click();
  await expect(page.getByRole("list", { name: "Receipt", exact: true })).toContainText("accepted");

  await app.lantern({ hurry: true });
  await page.keyboard.press("f");
  const back = page.getByRole("region", { name: "What came back" });
  await expect(back).toContainText(/\d+ confirmed, \d+ known already, \d+ without a twin/);
  await expect(back).toContainText(/they say .* your log says|their time is/);
  await page.keyboard.press("f");
  await expect(back).toContainText("0 confirmed, 0 known already, 0 without a twin");
});

test("sending twice never makes two", async ({ page, app }) => {
  const { items } = await app.api<{ items: { id: number; call: string }[] }>("logbooks/1/contacts?limit=1&offset=400");
  const contact = items[0]!;
  await app.api(`logbooks/1/contacts/${contact.id}`, {
    method: "PATCH",
    json: { confirmations: [{ channel: "lantern", sent: "waiting" }] },
  });
  await page.goto("/confirm");
  await page.keyboard.press("s");
  await expect(page.getByRole("region", { name: "Outbox" })).toContainText("1 known already");
});
