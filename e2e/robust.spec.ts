import { request } from "node:http";
import { readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import type { Job, Logbook, ServiceView, StoredContact } from "../src/core/contract";
import { startApp } from "./app";
import { ended, expect, test } from "./test";

test.afterEach(async ({ app }) => app.lantern({ behaviour: "normal" }));

/** A request as no browser sends it. */
function raw(url: string, path: string, headers: Record<string, string> = {}, method = "GET") {
  return new Promise<{ status: number; body: string; policy: string }>((resolve, reject) => {
    const { hostname, port } = new URL(url);
    const asked = request({ hostname, port, path, method, headers });
    asked.on("error", reject);
    asked.on("response", (response) => {
      let body = "";
      response.setEncoding("utf8").on("data", (piece: string) => (body += piece));
      const policy = String(response.headers["content-security-policy"]);
      response.on("end", () => resolve({ status: response.statusCode!, body, policy }));
    });
    asked.end();
  });
}

test("under a foreign name no path tells anything, and every answer has the policy", async ({ app }) => {
  const paths = ["/", "/desk", "/favicon.ico", "/icon.svg", "/api/nothing", "/api/v1/logbooks", "/a.b", "/_next/x.js"];
  for (const path of paths) {
    const foreign = await raw(app.url, path, { host: "elsewhere.example" });
    expect([path, foreign.status]).toEqual([path, 403]);
    expect(foreign.body).not.toContain("CX3QUA");
    const own = await raw(app.url, path);
    expect([path, own.policy]).toEqual([path, expect.stringContaining("default-src 'none'") as unknown]);
  }
});

test("what a person can type is never an unexpected fault", async ({ app }) => {
  const filter = (value: string) =>
    encodeURIComponent(JSON.stringify({ join: "all", of: [{ field: "startedAt", is: "lastDays", value }] }));
  const answers = await Promise.all(
    [
      `logbooks/1/contacts?filter=${filter("999999999")}&offset=0`,
      `logbooks/1/contacts?filter=${filter("99999")}&offset=0`,
      "logbooks/1/contacts?from=275760-09-13T00:00:00Z",
      "logbooks/1/contacts?to=9999999999999",
      "calls/%25",
      "calls/%ff",
      "calls/%00",
      "calls/A/B/C/D",
      "logbooks/1/reading?call=%25&band=20m&mode=CW",
      "logbooks/99999999999999999999",
      "contests/%2e%2e",
    ].map((path) => raw(app.url, `/api/v1/${path}`)),
  );
  for (const { status, body } of answers) {
    expect(status, body).toBeLessThan(500);
    if (status >= 400) expect(body).not.toContain("expected");
  }
  expect(answers[0]!.body).toContain("from 0 to 99999");
  expect((await raw(app.url, "/desk", {}, "TRACE")).status).toBe(405);
});

test("what cannot be kept is refused where it comes in, with its place", async ({ app }) => {
  const contact = { call: "DL1QTA", startedAt: "2026-11-20T21:40:00Z", band: "20m", mode: "CW" };
  for (const [field, value] of [
    ["name", "a\0b"],
    ["comment", "x\ud800"],
  ] as const) {
    const body = JSON.stringify({ ...contact, [field]: value });
    const response = await fetch(`${app.url}/api/v1/logbooks/1/contacts`, { method: "POST", body });
    expect(response.status).toBe(422);
    expect(await response.json()).toMatchObject({
      errors: [{ field, detail: expect.stringContaining("NUL") as unknown }],
    });
  }
});

test("a service that answers for nothing, or says the token back, is told and harmless", async ({ app, page }) => {
  await app.api("logbooks/1/contacts", {
    method: "POST",
    json: { call: "DL1QTA", startedAt: "2026-11-20T22:40:00Z", band: "20m", mode: "CW" },
  });
  const waiting = async () => (await app.api<ServiceView>("logbooks/1/services/lantern")).waiting;
  const before = await waiting();
  await app.lantern({ behaviour: "empty" });
  await page.goto("/confirm");
  await page.getByRole("button", { name: /^Send \d+ waiting/ }).click();
  const state = page.getByRole("status").filter({ hasText: "Send to Lantern" });
  await expect(state).toContainText(/[1-9]\d* without an answer, which still wait/);
  expect(await waiting()).toBe(before);

  await app.lantern({ behaviour: "echo" });
  const sent = await app.api<Job>("logbooks/1/services/lantern/send", { method: "POST" });
  expect((await ended(app, sent.id)).state).toBe("done");
  const view = JSON.stringify(await app.api("logbooks/1/services/lantern"));
  const { sendingId } = (await app.api<Job>(`jobs/${sent.id}`)).report as { sendingId: number };
  const receipt = JSON.stringify(await app.api(`logbooks/1/sendings/${sendingId}`));
  expect(receipt).toContain("the token [secret] is old");
  for (const text of [view, receipt, readFileSync(join(app.data, "server.log"), "utf8")])
    expect(text).not.toContain("lantern-demo-token");
});

for (const [behaviour, words] of [
  ["silent", "began to answer and fell silent"],
  ["drip", "did not answer within 2 s"],
  ["flood", "larger than any true one"],
  ["bomb", "larger than any true one"],
] as const) {
  test(`a service in the manner of "${behaviour}" does no harm, and the next sending works`, async ({ app }) => {
    await app.lantern({ behaviour });
    const fetching = await app.api<Job>("logbooks/1/services/lantern/fetch", { method: "POST" });
    expect(await ended(app, fetching.id)).toMatchObject({
      state: "failed",
      problem: expect.stringContaining(words),
    });
    await app.lantern({ behaviour: "normal" });
    const again = await app.api<Job>(`jobs/${fetching.id}/run`, { method: "POST" });
    expect((await ended(app, again.id)).state).toBe("done");
  });
}

test("contacts are logged and read while jobs write; a job is not begun twice, and ends when it is told to", async ({
  app,
}) => {
  const site = { name: "Cabo Farol", call: "CX3QUA", grid: "GF35co" };
  const { id } = await app.api<Logbook>("logbooks", { method: "POST", json: { name: "Busy", site } });
  const records = Array.from({ length: 30_000 }, (_, number) => {
    const at = new Date(Date.UTC(2001, 0, 1) + number * 300_000).toISOString();
    return `<CALL:6>PY${number % 10}QRA<QSO_DATE:8>${at.slice(0, 10).replaceAll("-", "")}<TIME_ON:4>${at.slice(11, 16).replace(":", "")}<BAND:3>20m<MODE:2>CW<EOR>`;
  });
  const body = records.join("\n");
  const first = await app.api<Job>(`logbooks/${id}/imports`, { method: "POST", body });
  const second = await fetch(`${app.url}/api/v1/logbooks/${id}/imports`, { method: "POST", body });
  expect([second.status, ((await second.json()) as { title: string }).title]).toEqual([409, "Already running"]);
  for (let number = 0; number < 10; number++) {
    const startedAt = `2026-10-20T21:4${number}:00Z`;
    const json = { call: `DL${number}QTB`, startedAt, band: "20m", mode: "CW" };
    const logged = await app.api<StoredContact>(`logbooks/${id}/contacts`, { method: "POST", json });
    expect(await app.api(`logbooks/${id}/contacts/${logged.id}`)).toMatchObject(json);
  }
  expect((await app.api<Job>(`jobs/${first.id}`)).state).toBe("running");
  await app.api(`jobs/${first.id}/cancel`, { method: "POST" });
  const cancelled = await ended(app, first.id);
  expect(cancelled).toMatchObject({ state: "cancelled", problem: expect.stringContaining("what was done") });

  const third = await app.api<Job>(`logbooks/${id}/imports`, { method: "POST", body: body.slice(0, 1000) });
  const again = await fetch(`${app.url}/api/v1/jobs/${first.id}/run`, { method: "POST" });
  if ((await app.api<Job>(`jobs/${third.id}`)).state === "running") expect(again.status).toBe(409);
  await ended(app, third.id);
  if (!again.ok) await app.api(`jobs/${first.id}/run`, { method: "POST" });
  const { report } = await ended(app, first.id);
  const { added, duplicates } = report as { added: number; duplicates: number };
  expect(added + duplicates).toBe(30_000);
  const { contactCount } = await app.api<Logbook>(`logbooks/${id}`);
  expect(contactCount).toBe(30_000 + 10);
});

test("a database that cannot be opened gets a page that says why and what to do", async ({ page }) => {
  const app = await startApp("empty");
  try {
    await app.kill();
    for (const end of ["", "-wal", "-shm"]) rmSync(join(app.data, `ypsiloid.sqlite${end}`), { force: true });
    writeFileSync(join(app.data, "ypsiloid.sqlite"), "this is no database, but a letter ".repeat(200));
    await app.restart();
    await page.goto(`${app.url}/desk`);
    await expect(page.getByRole("heading")).toHaveText("Ypsiloid cannot open its database");
    await expect(page.getByRole("main")).toContainText("is damaged, or is no database of Ypsiloid");
    await expect(page.getByRole("main")).toContainText("There is no backup in");
    const { status, body } = await raw(app.url, "/api/v1/logbooks");
    expect([status, (JSON.parse(body) as { title: string }).title]).toEqual([503, "No database"]);
  } finally {
    await app.stop();
  }
});
