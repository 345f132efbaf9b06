import { expectAccessible } from "./axe";
import type { Batch, Job, Logbook, ServiceView, StoredContact } from "../src/core/contract";
import { type App, startApp } from "./app";
import { ended, expect, test } from "./test";

let app: App;
test.beforeEach(async () => {
  app = await startApp("empty");
});
test.afterEach(async () => app.stop());

async function makeLogbook(): Promise<Logbook> {
  return app.api<Logbook>("logbooks", {
    method: "POST",
    json: { name: "Log", site: { name: "Cabo Farol", call: "CX3QUA", grid: "GF35co" } },
  });
}

function record(number: number): string {
  const at = new Date(Date.UTC(2020, 0, 1) + number * 600_000).toISOString();
  const call = `PY${number % 10}QR${String.fromCharCode(65 + (number % 26))}`;
  return `<CALL:6>${call}<QSO_DATE:8>${at.slice(0, 10).replaceAll("-", "")}<TIME_ON:4>${at.slice(11, 16).replace(":", "")}<BAND:3>20m<MODE:2>CW<EOR>\n`;
}

test("a first start asks for call and grid, leads through what is needed, each tried, and begins", async ({ page }) => {
  await page.goto(`${app.url}/desk`);
  await page.getByLabel("Your call").fill("CX3QUA");
  await page.getByLabel("Your grid").fill("ZZ99");
  await page.keyboard.press("Enter");
  await expect(page.getByText("where a letter from A to R belongs")).toBeVisible();
  await page.getByLabel("Your grid").fill("GF35co");
  await page.keyboard.press("Enter");
  const steps = page.getByRole("region", { name: "First steps" });
  const step = (name: string) => steps.getByRole("listitem").filter({ hasText: name });
  const tried = (name: string) => steps.getByRole("button", { name: `Test ${name}` }).press("Enter");
  await expect(step("Your log so far")).toContainText("next");
  await expectAccessible(page);
  await tried("Where you operate from");
  await expect(step("Where you operate from")).toContainText(
    "Works: CX3QUA is in Uruguay, CQ zone 13, ITU zone 14, and GF35co may lie there.",
  );
  await tried("Your log so far");
  await expect(step("Your log so far").getByRole("alert")).toContainText("Home log is empty");
  await tried("Backups, on two disks");
  await expect(step("Backups, on two disks")).toContainText("was made, checked and read back");
  await steps.getByRole("button", { name: "Pass over Your log so far" }).press("Enter");
  await expect(step("Your log so far")).toContainText("Passed over.");
  await expect(step("The directories of stations")).toContainText("next");
  await tried("The directories of stations");
  await expect(step("The directories of stations")).toContainText("Works: Almanac: It lets CX3QUA in as a member");
  await steps.getByRole("button", { name: "Pass over The directories of stations" }).press("Enter");
  await expect(step("Backups, on two disks")).toContainText("next");
  await page.reload();
  await expect(steps.getByRole("button", { name: "Take up Your log so far" })).toBeVisible();
  await steps.getByRole("link", { name: "to the Desk" }).press("Enter");
  await expect(page.getByText("No contact yet.")).toBeVisible();
  await page.keyboard.type("LU3QSC");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("grid", { name: "Log" })).toContainText("LU3QSC");
});

test("a kill during an import loses nothing and doubles nothing", async () => {
  const logbook = await makeLogbook();
  const records = 20_000;
  const file = Array.from({ length: records }, (_, number) => record(number)).join("");
  const { id } = await app.api<Job>(`logbooks/${logbook.id}/imports?name=long.adi`, { method: "POST", body: file });
  for (let seen = 0; seen < 2000;) {
    const job = await app.api<Job>(`jobs/${id}`);
    expect(job.state).toBe("running");
    seen = Number((job.report as { added?: number } | null)?.added ?? 0);
  }
  await app.kill();
  await app.restart();

  const stopped = await app.api<Job>(`jobs/${id}`);
  expect(stopped.state).toBe("interrupted");
  const half = await app.api<Logbook>(`logbooks/${logbook.id}`);
  expect(half.contactCount).toBe((stopped.report as { added: number }).added);
  const { items: batches } = await app.api<{ items: Batch[] }>(`logbooks/${logbook.id}/journal`);
  expect(batches[0]!.contacts).toBe(half.contactCount);

  await app.api(`jobs/${id}/run`, { method: "POST" });
  const done = await ended(app, id);
  expect(done.report).toMatchObject({ read: records, added: records, duplicates: 0 });
  expect((await app.api<Logbook>(`logbooks/${logbook.id}`)).contactCount).toBe(records);
});

test("a kill during a sending loses nothing and sends nothing twice", async () => {
  const logbook = await makeLogbook();
  const file = Array.from({ length: 400 }, (_, number) => record(number)).join("");
  const { id: importId } = await app.api<Job>(`logbooks/${logbook.id}/imports?queue=lantern`, {
    method: "POST",
    body: file,
  });
  await ended(app, importId);
  await app.identify(logbook.id, "CX3QUA");
  const before = await app.lanternHas();
  await app.lantern({ behaviour: "slow" });
  const { id } = await app.api<Job>(`logbooks/${logbook.id}/services/lantern/send`, { method: "POST" });
  while ((await app.lanternHas()).asked === before.asked) await new Promise((resolve) => setTimeout(resolve, 20));
  await app.kill();
  await app.lantern({ behaviour: "normal" });
  await app.restart();
  expect((await app.api<Job>(`jobs/${id}`)).state).toBe("interrupted");
  await app.api(`jobs/${id}/run`, { method: "POST" });
  const { report, state } = await ended(app, id);
  expect(state).toBe("done");
  const answers = report as { accepted: number; known: number; refused: number };
  expect(answers.accepted + answers.known).toBe(400);
  // What was on its way in the kill, one request of them, is sent again, and known there; all else goes once.
  const after = await app.lanternHas();
  expect(after.has - before.has).toBe(400);
  expect(after.taken - before.taken).toBeLessThanOrEqual(450);
  const view = await app.api<ServiceView>(`logbooks/${logbook.id}/services/lantern`);
  expect(view.waiting).toBe(0);
  const { items } = await app.api<{ items: StoredContact[] }>(`logbooks/${logbook.id}/contacts?limit=500`);
  expect(
    items.every((contact) =>
      contact.confirmations.some(({ channel, sent }) => channel === "lantern" && sent === "sent"),
    ),
  ).toBe(true);
});
