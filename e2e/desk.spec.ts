import { expect, test } from "./test";

test.beforeEach(async ({ page }) => {
  await page.goto("/desk");
  await expect(page.getByRole("grid", { name: "Log" }).getByRole("row").nth(1)).toContainText(/\d/);
});

test("a call is read while it is typed", async ({ page }) => {
  await page.keyboard.type("oy4qsd");
  const reading = page.getByRole("region", { name: "Reading" });
  await expect(reading).toContainText("Faroe Islands");
  await expect(reading).toContainText("222");
  await expect(reading).toContainText("021° short, 201° long");
  await expect(reading).toContainText(/11.516 km/);
  await expect(reading).toContainText("CQ 14, ITU 18, EU");
  await expect(reading).toContainText("First contact with OY4QSD");
  await expect(reading.getByRole("table", { name: "Faroe Islands by band and mode group" })).toBeVisible();
});

test("one letter of a call asks the server nothing", async ({ page }) => {
  const asked: string[] = [];
  page.on("request", (request) => void asked.push(...(/\/stations\/([^?]+)/.exec(request.url())?.slice(1) ?? [])));
  await page.keyboard.type("o");
  await page.keyboard.type("y4qsd", { delay: 60 });
  await expect(page.getByRole("region", { name: "Reading" })).toContainText("First contact with OY4QSD");
  expect(asked).toContain("OY4QSD");
  expect(asked).not.toContain("O");
});

test("what the directory has of a station is offered, not yet typed; what is typed wins", async ({ page, app }) => {
  await page.keyboard.type("W2QUB");
  const name = page.getByLabel("Name", { exact: true });
  await expect(name).toHaveAttribute("placeholder", /^[A-Z][a-z]+$/);
  const offered = (await name.getAttribute("placeholder"))!;
  await expect(name).toHaveValue("");
  await expect(page.getByRole("region", { name: "Reading" })).toContainText(offered);
  await page.getByLabel("Place", { exact: true }).fill("Elsewhere");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Logged W2QUB")).toBeVisible();
  // A clock that is mended by another test may have put a contact some seconds ahead.
  await expect(page.getByRole("grid", { name: "Log" }).getByRole("row").filter({ hasText: "W2QUB" })).not.toHaveCount(
    0,
  );
  const { items } = await app.api<{ items: object[] }>("logbooks/1/contacts?call=W2QUB&limit=1");
  expect(items[0]).toMatchObject({ name: offered, place: "Elsewhere" });
});

test("a contact is logged by Enter, stands on top in every browser, and is undone", async ({ page, context }) => {
  const other = await context.newPage();
  await other.goto("/desk");
  const top = (of: typeof page) => of.getByRole("grid", { name: "Log" }).getByRole("row").nth(1);
  await expect(top(other)).toContainText(/\d/);
  const before = await page.getByRole("status", { name: "How many contacts" }).textContent();

  await page.keyboard.type("9J2QTO");
  await page.keyboard.press("Tab");
  await page.keyboard.type("579");
  await page.keyboard.press("Enter");
  await expect(top(page)).toContainText("9J2QTO");
  await expect(top(page)).toContainText("579");
  await expect(top(page)).toContainText("Zambia");
  await expect(top(other)).toContainText("9J2QTO");
  await expect(page.getByLabel("Call", { exact: true })).toBeFocused();
  await expect(page.getByLabel("Call", { exact: true })).toHaveValue("");

  await page.keyboard.press("Control+Alt+z");
  await expect(top(page)).not.toContainText("9J2QTO");
  await expect(top(other)).not.toContainText("9J2QTO");
  await expect(page.getByRole("status", { name: "How many contacts" })).toHaveText(before!);
});

test("Escape clears the entry line, and gives it back", async ({ page }) => {
  await page.keyboard.type("LU3QSC");
  await page.getByLabel("Comment", { exact: true }).fill("strong signal");
  await page.keyboard.press("Escape");
  await expect(page.getByLabel("Call", { exact: true })).toHaveValue("");
  await page.keyboard.press("Escape");
  await expect(page.getByLabel("Call", { exact: true })).toHaveValue("LU3QSC");
  await expect(page.getByLabel("Comment", { exact: true })).toHaveValue("strong signal");
});

test("what is typed outlives a reload", async ({ page }) => {
  await page.keyboard.type("PY2QRT");
  await page.reload();
  await expect(page.getByLabel("Call", { exact: true })).toHaveValue("PY2QRT");
});

test("frequency, band and mode are stepped by key and typed in the call field", async ({ page }) => {
  const radio = page.getByRole("button", { name: /^Radio:/ });
  await expect(radio).toContainText("21 025.30");
  await page.keyboard.press("Alt+ArrowUp");
  await expect(radio).toContainText("21 025.31");
  await page.keyboard.press("PageUp");
  await expect(radio).toContainText("12 m");
  await page.keyboard.press("Shift+PageUp");
  await expect(radio).toContainText("SSB");
  await page.keyboard.type("7012.5");
  await page.keyboard.press("Enter");
  await expect(radio).toContainText("7 012.50");
  await page.keyboard.type("cw");
  await page.keyboard.press("Enter");
  await expect(radio).toContainText("CW");
});

test("a contact that is logged before the page hears of changes is shown all the same", async ({ page }) => {
  let listen = () => {};
  const heard = new Promise<void>((resolve) => (listen = resolve));
  await page.route("**/api/v1/events?*", async (route) => {
    await heard;
    await route.continue();
  });
  await page.goto("/desk");
  const first = page.getByRole("grid", { name: "Log" }).getByRole("row").nth(1);
  await expect(first).toContainText(/\d\d:\d\d/);
  await page.keyboard.type("ZL7QSB");
  const logged = page.waitForResponse((answer) => answer.request().method() === "POST" && answer.status() === 201);
  await page.keyboard.press("Enter");
  await logged;
  await expect(first).not.toContainText("ZL7QSB");
  listen();
  await expect(first).toContainText("ZL7QSB");
});

test("what is wrong is said where it is wrong", async ({ page }) => {
  await page.keyboard.type("CX3");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "the suffix is missing" })).toBeVisible();
  await page.keyboard.press("Escape");
  await page.getByRole("textbox", { name: "kHz" }).fill("14900");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "lies in no amateur band" })).toBeVisible();
});

test("an odd report is doubted once, and Enter again takes it", async ({ page }) => {
  await page.keyboard.type("ZP5QSC");
  await page.getByLabel("Sent", { exact: true }).fill("77");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "Enter again logs it all the same" })).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("grid", { name: "Log" }).getByRole("row").nth(1)).toContainText("ZP5QSC");
});

test("a contact that the server did not take is given back", async ({ page }) => {
  // The answer is given in the page: one that comes late would count as none, and the contact would be kept.
  await page.evaluate(() => {
    const asBefore = window.fetch.bind(window);
    const details = { type: "about:blank", title: "Not kept", status: 507, detail: "The disk is full." };
    window.fetch = (to, how) =>
      typeof to === "string" && to.includes("/contacts?handIn=")
        ? Promise.resolve(Response.json(details, { status: 507 }))
        : asBefore(to, how);
  });
  const call = page.getByLabel("Call", { exact: true });
  await page.keyboard.type("CE3QRY");
  await expect(call).toHaveValue("CE3QRY");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("main")).toContainText("Not logged: The disk is full.");
  await expect(call).toHaveValue("CE3QRY");
});

test("without the server one goes on logging; what is kept meanwhile is handed in, each once", async ({
  page,
  app,
}) => {
  const times = async (call: string) =>
    (await app.api<{ items: unknown[] }>(`logbooks/1/contacts?call=${call}`)).items.length;
  // The server takes the first, and its answer is lost.
  await page.route(
    "**/contacts?handIn=*",
    async (route) => {
      await route.fetch();
      await page.context().setOffline(true);
      await route.abort();
    },
    { times: 1 },
  );
  for (const [index, call] of ["CE3QSU", "CE4QSU", "CE5QSU"].entries()) {
    await page.keyboard.type(call);
    await page.keyboard.press("Enter");
    await expect(page.getByText(`${index + 1} kept in this browser`)).toBeVisible();
    await expect(page.getByLabel("Call", { exact: true })).toHaveValue("");
  }
  expect(await times("CE4QSU")).toBe(0);
  await page.context().setOffline(false);
  await expect(page.getByText("3 contacts were handed in.")).toBeVisible();
  await expect(page.getByText("kept in this browser")).toHaveCount(0);
  for (const call of ["CE3QSU", "CE4QSU", "CE5QSU"]) expect(await times(call)).toBe(1);
  await expect(page.getByRole("grid", { name: "Log" })).toContainText("CE4QSU");
});

test("the log is scrolled to its first contact by a key", async ({ page, app }) => {
  const { items } = await app.api<{ items: { contactCount: number }[] }>("logbooks");
  const { items: oldest } = await app.api<{ items: { call: string }[] }>(
    `logbooks/1/contacts?limit=1&offset=${items[0]!.contactCount - 1}`,
  );
  await page.keyboard.press("F8");
  await page.keyboard.press("End");
  const last = page.locator(`[role=row][aria-rowindex="${items[0]!.contactCount + 1}"]`);
  await expect(last).toContainText(oldest[0]!.call);
});

test("every action is found by name, and the keys are listed", async ({ page }) => {
  await page.keyboard.press("Control+k");
  await page.keyboard.type("go to awards");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Awards" })).toBeVisible();
  await page.keyboard.press("Control+k");
  await page.keyboard.type("award: entities");
  await expect(page.getByRole("option", { name: "Award: Entities", exact: true })).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Entities" })).toBeVisible();
  await page.keyboard.press("?");
  const keys = page.getByRole("dialog");
  await expect(keys).toContainText("Search in the award in sight");
  await page.keyboard.press("Escape");
  await page.keyboard.press("Control+k");
  await page.keyboard.type("night theme");
  await page.keyboard.press("Enter");
  await expect(page.locator("html")).toHaveAttribute("data-theme", "night");
});

test("what is typed or received is never markup", async ({ page, app }) => {
  const comment = `<img src=x onerror="document.title='broken'"> '; DROP TABLE contact; -- مرحبا 📻`;
  await app.api("logbooks/1/contacts", {
    method: "POST",
    json: {
      call: "LZ1QRT",
      startedAt: new Date().toISOString(),
      band: "20m",
      mode: "CW",
      name: "<script>alert(1)</script>",
      comment,
    },
  });
  const top = page.getByRole("grid", { name: "Log" }).getByRole("row").nth(1);
  await expect(top).toContainText("<script>alert(1)</script>");
  await expect(page).toHaveTitle(/^Desk/);
});

test("the operator says where a call operates from, and it wins over the rules", async ({ page }) => {
  await page.keyboard.type("TX9QRA");
  const reading = page.getByRole("region", { name: "Reading" });
  await expect(reading).toContainText("French Polynesia");
  await page.keyboard.press("Control+Alt+w");
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("combobox", { name: "Entity" }).fill("chester");
  await page.keyboard.press("Enter");
  await dialog.getByRole("button", { name: "Add" }).click();
  await expect(dialog.getByRole("list", { name: "Exceptions" })).toContainText("Chesterfield Islands");
  await dialog.getByRole("button", { name: "Close" }).click();
  await page.getByLabel("Call", { exact: true }).fill("TX9QRB");
  await page.getByLabel("Call", { exact: true }).fill("TX9QRA");
  await expect(reading).toContainText("Chesterfield Islands");
});

test("a page of a paper log is entered by keyboard alone, with day and time carried", async ({ page, app }) => {
  await page.keyboard.press("F4");
  const time = page.getByLabel("Time, UTC");
  await expect(time).toBeFocused();
  await page.keyboard.press("Shift+Tab");
  await page.keyboard.type("1999-5-3");
  await page.keyboard.press("Tab");
  await page.keyboard.type("2560");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "is no time" })).toBeVisible();
  await time.fill("2358");
  for (const [step, call] of [
    [null, "ZP9QRG"],
    ["59", "ZP9QRH"],
    ["ArrowUp", "ZP9QRI"],
  ] as const) {
    await expect(time).toBeFocused();
    if (step === "ArrowUp") await page.keyboard.press(step);
    else if (step !== null) await page.keyboard.type(step);
    await page.keyboard.press("Enter");
    await expect(page.getByLabel("Call", { exact: true })).toBeFocused();
    await page.keyboard.type(call);
    await page.keyboard.press("Enter");
  }
  await expect
    .poll(async () => {
      const { items } = await app.api<{ items: { call: string; startedAt: string }[] }>(
        "logbooks/1/contacts?from=1999-05-03T00:00:00Z&to=1999-05-04T23:59:59Z",
      );
      return items.map(({ call, startedAt }) => `${call} ${startedAt}`);
    })
    .toEqual(["ZP9QRI 1999-05-04T00:00:00Z", "ZP9QRH 1999-05-03T23:59:00Z", "ZP9QRG 1999-05-03T23:58:00Z"]);
  await page.getByRole("button", { name: "Live again" }).click();
  await expect(time).toHaveCount(0);
});

test("the entry line unfolds, what is held stays, and a held serial counts on", async ({ page, app }) => {
  await page.keyboard.press("Control+Alt+u");
  const serial = page.getByLabel("Serial sent", { exact: true });
  await serial.fill("007");
  await serial.press("Control+Alt+h");
  await page.getByLabel("Own antenna", { exact: true }).fill("dipole");
  await page.getByRole("button", { name: "Hold Own antenna for the next contact" }).click();
  await page.getByLabel("CQ zone", { exact: true }).fill("99");
  await page.getByLabel("Call", { exact: true }).fill("ZP9QRJ");
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("CQ zone", { exact: true })).toHaveAttribute("aria-invalid", "true");
  await page.getByLabel("CQ zone", { exact: true }).fill("11");
  await page.keyboard.press("Enter");
  await expect(serial).toHaveValue("008");
  await expect(page.getByLabel("Own antenna", { exact: true })).toHaveValue("dipole");
  await expect(page.getByLabel("CQ zone", { exact: true })).toHaveValue("");
  await expect
    .poll(async () => (await app.api<{ items: object[] }>("logbooks/1/contacts?call=ZP9QRJ")).items[0])
    .toMatchObject({ serialSent: 7, cqZone: 11, ownAntenna: "dipole" });
});

test("calls that fit are offered, with a question mark for a letter not heard", async ({ page, app }) => {
  for (const call of ["ZP9QRK", "ZP9QRL"])
    await app.api("logbooks/1/contacts", {
      method: "POST",
      json: { call, startedAt: new Date().toISOString(), band: "20m", mode: "CW" },
    });
  await page.getByLabel("Call", { exact: true }).fill("z?9qrk");
  const hints = page.getByRole("group", { name: "Calls that fit" });
  await expect(hints.getByRole("button")).toHaveText(["ZP9QRK"]);
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Call", { exact: true })).toHaveValue("ZP9QRK");
  const reading = page.getByRole("region", { name: "Reading" });
  await reading.getByRole("button", { name: "No note" }).click();
  await page.getByRole("textbox", { name: "Note" }).fill("has <b>two</b> dogs");
  await page.getByRole("dialog").getByRole("button", { name: "Keep" }).click();
  await expect(reading).toContainText("has <b>two</b> dogs");
  await page.getByLabel("Call", { exact: true }).fill("LU/ZP9QRK/P");
  await expect(reading).toContainText("has <b>two</b> dogs");
});

test("what may not be transmitted is said", async ({ page }) => {
  await page.getByRole("textbox", { name: "kHz" }).fill("14349");
  await page.getByRole("textbox", { name: "kHz" }).press("Enter");
  await page.getByLabel("Mode").selectOption({ label: "SSB" });
  await expect(page.getByText("Do not transmit: the signal reaches over the edge of 20 m at 14350 kHz")).toBeVisible();
});
