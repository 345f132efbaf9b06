import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { startOrganiser } from "../../../stand-ins/organiser/server";
import { isoTime } from "../../core/contact";
import { contestContactInputSchema, type Entry, entryInputSchema } from "../../core/contract";
import type { Context } from "../context";
import { taken, testContext, valueOf } from "../testing";
import { logContestContact } from "./contestLog";
import { createEntry } from "./entries";
import { standingOf } from "./standing";
import { fetchCheck, listSubmissions, submitLog } from "./submissions";

const NOW = Date.parse("2026-10-16T12:00:00Z") / 1000;
let organiser: Server;
/** Stands between us and the organiser, and counts what goes through. */
let counter: Server;
let posts: string[];
let breakAnswers: number;
let context: Context;
let entry: Entry;
const portOf = (server: Server) => (server.address() as AddressInfo).port;

beforeEach(async () => {
  posts = [];
  breakAnswers = 0;
  organiser = await startOrganiser({ port: 0 });
  counter = createServer((request, response) => {
    const pieces: Buffer[] = [];
    request.on("data", (piece: Buffer) => pieces.push(piece));
    request.on("end", () => {
      if (request.method === "POST") posts.push(request.url!);
      const body = request.method === "POST" ? { body: Buffer.concat(pieces) } : {};
      void fetch(`http://127.0.0.1:${portOf(organiser)}${request.url}`, { method: request.method!, ...body }).then(
        async (answer) => {
          const text = await answer.text();
          if (breakAnswers-- > 0) return request.socket.destroy();
          response.writeHead(answer.status, { "content-type": "application/json" });
          response.end(text);
        },
      );
    });
  });
  await new Promise<void>((resolve) => counter.listen(0, "127.0.0.1", resolve));
  let logbookId: number;
  ({ context, logbookId } = await testContext(NOW));
  const category = { operator: "SINGLE-OP", assisted: "NON-ASSISTED", band: "ALL", mode: "CW", power: "LOW" };
  const header = { name: "Inés Cardozo", email: "ines@farol.example" };
  const input = { tag: "SUDESTADA-PREFIX", ownCall: "CX3QUA", category, power: 100, operators: ["CX3QUA"], header };
  entry = valueOf(createEntry(context, logbookId, taken(entryInputSchema, input)));
  log("DL1QTA");
});
afterEach(async () => {
  for (const server of [counter, organiser]) {
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
  }
});

function log(call: string): void {
  const received = { serial: "7" };
  const contact = { call, startedAt: isoTime(NOW - 3600), band: "20m", mode: "CW", received };
  valueOf(logContestContact(context, entry.id, taken(contestContactInputSchema, contact)));
}
const submit = () => submitLog(context, { url: `http://127.0.0.1:${portOf(counter)}`, timeoutMs: 3000 }, entry.id);
const kept = () => valueOf(listSubmissions(context, entry.id)).map(({ state, receipt }) => [state, receipt]);

test("two hand-ins at once reach the organiser once", async () => {
  const both = await Promise.all([submit(), submit()]);
  expect(both.map((one) => (one.ok ? one.value.state : one.problem.title)).sort()).toEqual(["Under way", "taken"]);
  expect(posts).toHaveLength(1);
  expect(kept()).toEqual([["taken", "SUDESTADA-PREFIX-0001"]]);
});

test("a log whose answer broke off was taken, and is told so at once", async () => {
  breakAnswers = 1;
  expect(valueOf(await submit())).toMatchObject({ state: "taken", receipt: "SUDESTADA-PREFIX-0001" });
  expect(posts).toHaveLength(1);
  expect(kept()).toHaveLength(1);
});

test("while nobody can say whether it arrived, it is kept as that; the next hand-in asks before it sends", async () => {
  breakAnswers = Infinity;
  expect(await submit()).toMatchObject({ ok: false, problem: { status: 502 } });
  breakAnswers = 0;
  expect(kept()).toEqual([["unanswered", null]]);
  expect(valueOf(await submit())).toMatchObject({ state: "taken", receipt: "SUDESTADA-PREFIX-0001" });
  expect(posts).toHaveLength(1);
  expect(kept()).toEqual([["taken", "SUDESTADA-PREFIX-0001"]]);
});

test("a log that changed since is handed in after the one before is settled", async () => {
  breakAnswers = 2;
  await submit();
  log("DL2QTA");
  expect(valueOf(await submit())).toMatchObject({ receipt: "SUDESTADA-PREFIX-0002" });
  expect(posts).toHaveLength(2);
  expect(kept()).toEqual([
    ["taken", "SUDESTADA-PREFIX-0002"],
    ["taken", "SUDESTADA-PREFIX-0001"],
  ]);
});

test("what never arrived leaves nothing behind", async () => {
  await fetch(`http://127.0.0.1:${portOf(organiser)}/control`, { method: "POST", body: '{"behaviour": "error"}' });
  expect(await submit()).toMatchObject({ ok: false, problem: { title: "Not handed in" } });
  await fetch(`http://127.0.0.1:${portOf(organiser)}/control`, { method: "POST", body: '{"behaviour": "normal"}' });
  expect(valueOf(await submit()).receipt).toBe("SUDESTADA-PREFIX-0001");
  expect(kept()).toEqual([["taken", "SUDESTADA-PREFIX-0001"]]);
});

test("asked too early the organiser says so; later each contact that was taken off has its reason and what it loses", async () => {
  for (let index = 0; index < 40; index++) log(`DL${index % 10}QT${String.fromCharCode(65 + (index % 26))}`);
  const { id } = valueOf(await submit());
  const access = { url: `http://127.0.0.1:${portOf(counter)}`, timeoutMs: 3000 };
  const check = async () => valueOf(await fetchCheck(context, access, entry.id, id));
  expect(await check()).toMatchObject({
    state: "taken",
    text: "Not yet: the organiser says that logs are still taken; the cross-check follows.",
    report: null,
  });
  await fetch(`http://127.0.0.1:${portOf(organiser)}/control`, {
    method: "POST",
    body: JSON.stringify({ closed: ["SUDESTADA-PREFIX"] }),
  });
  const checked = await check();
  expect(checked.state).toBe("checked");
  // What is claimed follows from the log, by the organiser's own reading.
  expect(checked.text).not.toContain("claimed");
  const found = checked.report!.findings;
  expect(found.length).toBeGreaterThan(0);
  for (const { contactId, lost } of found) {
    expect(contactId).not.toBeNull();
    expect(lost).toBeGreaterThanOrEqual(0);
  }
  const { score } = valueOf(standingOf(context, entry.id));
  expect(checked.report!.score).toBe(score - found.reduce((sum, { lost }) => sum + lost!, 0));
});

test("what an earlier version kept of a cross-check is still there", () => {
  const { store } = context;
  const findings = [{ contactId: null, line: "QSO: 1", text: "DL1QTA has no such contact in its log" }];
  const body = { state: "checked", receipt: "A-1", text: "", faults: [], report: { score: 5, findings } };
  const row = { entryId: entry.id, at: NOW, body: JSON.stringify(body) };
  store.run(store.q.insertInto("contestSubmission").values(row));
  expect(valueOf(listSubmissions(context, entry.id))[0]!.report).toEqual({
    score: 5,
    findings: [{ ...findings[0], lost: null }],
  });
});
