import { type Browser, expect, type Page, test } from "@playwright/test";
import { type App, startApp } from "./app";
import { expectAccessible, TOASTS } from "./axe";

const PASSWORD = "tres faros viejos";
let app: App;

// The second goes on where the first has made the owner.
test.describe.configure({ mode: "serial" });

test.beforeAll(async () => {
  app = await startApp("demo", { shared: true });
});
test.afterAll(() => app.stop());

/** Somebody's own browser. */
async function browserOf(browser: Browser): Promise<Page> {
  const context = await browser.newContext({ ignoreHTTPSErrors: true, baseURL: app.url });
  return context.newPage();
}

/** Follows an invitation, and comes in under a name. */
async function join(page: Page, link: string, name: string, call = "") {
  await page.goto(link);
  await page.getByLabel("Your name").fill(name);
  await page.getByLabel("Your call, if you have one").fill(call);
  await page.getByLabel("Name to sign in by").fill(name);
  await page.getByLabel("Password, of at least 10 signs").fill(PASSWORD);
  await page.getByLabel("The password again").fill(PASSWORD);
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: `Signed in: ${name}` })).toBeVisible();
}

async function signIn(page: Page, name: string, password: string) {
  await page.getByLabel("Name you sign in by").fill(name);
  await page.getByLabel("Password").fill(password);
  await page.keyboard.press("Enter");
}

/** Asks the interface for programs as the page's own code does: what it answers. */
const asked = (page: Page, method: string, path: string, body?: unknown) =>
  page.evaluate(
    async ([how, where, what]) => {
      const response = await fetch(`/api/v1/${where}`, { method: how, ...(what === undefined ? {} : { body: what }) });
      return { status: response.status, said: (await response.json()) as { detail?: string; id?: number } };
    },
    [method, path, body === undefined ? undefined : JSON.stringify(body)] as const,
  );

const contact = (call: string) => ({ call, startedAt: "2026-11-20T10:00:00Z", band: "20m", mode: "CW" });

test("the owner comes in by the link of the first start, invites a logger, and shows him out", async ({ browser }) => {
  const ines = await browserOf(browser);
  await ines.goto("/desk");
  await expect(ines.getByRole("heading", { name: "Sign in" })).toBeVisible();
  await expectAccessible(ines);
  const link = /https:\S+\/join#\S+/.exec(app.said())![0];
  await ines.goto(link);
  await expect(ines.getByRole("heading", { name: "Welcome" })).toBeVisible();
  await expectAccessible(ines);
  await join(ines, link, "Ines", "cx3qua");

  await ines.goto("/station?page=people");
  await expect(ines.getByText(/^([0-9A-F]{2}:){31}/)).toBeVisible();
  await ines.getByRole("button", { name: "Invite somebody" }).press("Enter");
  await ines.getByLabel("Name of who is invited").fill("Lena");
  await expectAccessible(ines);
  await ines.keyboard.press("Enter");
  const invitation = ines.getByRole("dialog", { name: "Invitation for Lena" });
  await expect(invitation.getByRole("img", { name: /QR code/ })).toBeVisible();
  await expectAccessible(ines);
  const invited = await invitation.getByLabel("Link").inputValue();
  await ines.keyboard.press("Escape");
  await expect(ines.getByRole("list", { name: "Invitations" })).toContainText("Lena as logger");

  const lena = await browserOf(browser);
  await join(lena, invited, "Lena", "CX2QRB");
  await expect(ines.getByRole("list", { name: "People" })).toContainText("Logger in Home log");
  await expect(ines.getByRole("list", { name: "Invitations" })).toHaveCount(0);
  const late = await browserOf(browser);
  await late.goto(invited);
  await expect(late.getByRole("heading", { name: "No invitation" })).toBeVisible();

  // He logs, and what he logs says so; what others logged he leaves alone.
  await lena.getByLabel("Call", { exact: true }).fill("OY4QSA");
  await lena.keyboard.press("Enter");
  await expect(lena.getByRole("grid", { name: "Log" }).getByRole("row").nth(1)).toContainText("OY4QSA");
  const newest = await asked(lena, "GET", "logbooks/1/contacts?call=OY4QSA&limit=1");
  const [own] = (newest.said as unknown as { items: { id: number; operator: string }[] }).items;
  expect(own!.operator).toBe("CX2QRB");
  const theirs = await asked(ines, "POST", "logbooks/1/contacts", contact("DL1QTA"));
  expect((await asked(lena, "PATCH", `logbooks/1/contacts/${own!.id}`, { name: "Solveig" })).status).toBe(200);
  expect(await asked(lena, "PATCH", `logbooks/1/contacts/${theirs.said.id}`, { name: "Eva" })).toMatchObject({
    status: 403,
    said: { detail: "Lena has no right to change what others logged in logbook 1: ask who owns it." },
  });
  expect((await asked(lena, "GET", "people")).status).toBe(403);
  await lena.goto("/station?page=people");
  await expect(lena.getByText("You are Lena, in the logbook Home log as logger")).toBeVisible();
  await expectAccessible(lena);

  await ines.getByRole("button", { name: "Change Lena" }).press("Enter");
  const person = ines.getByRole("dialog", { name: "Lena" });
  await expect(person.getByRole("region", { name: "Signed in" })).toContainText("at 127.0.0.1");
  await expectAccessible(ines);
  await person.getByRole("button", { name: "Remove…" }).press("Enter");
  await expect(person.getByRole("button", { name: "Back" })).toBeFocused();
  await person.getByRole("button", { name: "Remove", exact: true }).press("Enter");
  await expect(ines.getByText("Lena is removed, and signed out.")).toBeVisible();
  await expect(lena.getByRole("dialog", { name: "Sign in again" })).toHaveCount(1);
  await expectAccessible(lena);
  expect((await asked(lena, "GET", "logbooks")).status).toBe(401);
  await signIn(lena, "Lena", PASSWORD);
  await expect(lena.getByText("The name or the password is wrong")).toBeVisible();
  await expectAccessible(ines, { without: TOASTS });
  for (const page of [ines, lena, late]) await page.context().close();
});

test("what is being typed outlives a sign-in that ends; one signs in again and goes on", async ({ browser }) => {
  const page = await browserOf(browser);
  await page.goto("/desk");
  await signIn(page, "ines", "wrong");
  await expect(page.getByText("The name or the password is wrong")).toBeVisible();
  await signIn(page, "ines", PASSWORD);
  await expect(page.getByRole("button", { name: "Signed in: Ines" })).toBeVisible();
  await page.getByLabel("Call", { exact: true }).fill("OY4QSB");
  await asked(page, "DELETE", "sign-in");
  const again = page.getByRole("dialog", { name: "Sign in again" });
  await expect(again).toHaveCount(1);
  await signIn(page, "ines", PASSWORD);
  await expect(again).toHaveCount(0);
  await expect(page.getByLabel("Call", { exact: true })).toHaveValue("OY4QSB");
  await page.getByLabel("Call", { exact: true }).press("Enter");
  await expect(page.getByRole("grid", { name: "Log" }).getByRole("row").nth(1)).toContainText("OY4QSB");

  await page.getByRole("button", { name: "Signed in: Ines" }).press("Enter");
  await page.getByRole("menuitem", { name: /^Password/ }).press("Enter");
  const account = page.getByRole("dialog", { name: "Ines" });
  await expect(account.getByRole("region", { name: "Signed in" })).toContainText("here");
  await account.getByLabel("The password you have").fill(PASSWORD);
  await account.getByLabel("Password, of at least 10 signs").fill("cuatro faros nuevos");
  await account.getByLabel("The password again").fill("cuatro faros nuevos");
  await expectAccessible(page);
  await page.keyboard.press("Enter");
  await expect(page.getByText("The password is changed")).toBeVisible();
  await page.getByRole("button", { name: "Signed in: Ines" }).press("Enter");
  await page.getByRole("menuitem", { name: "Sign out" }).press("Enter");
  await expect(page.getByRole("heading", { name: "Sign in" })).toBeVisible();
  await page.context().close();
});
