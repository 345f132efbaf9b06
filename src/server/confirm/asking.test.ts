import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import { startTideline, TIDELINE_CALLS } from "../../../stand-ins/tideline/server";
import type { JobOf } from "../../core/contract";
import type { Context } from "../context";
import { deleteContact, getContact, logContact } from "../logbook/contacts";
import { runTestJob, testContext, testServices, valueOf } from "../testing";
import { askingOf, askStation, unanswered } from "./asking";

let now: number;
let context: Context;
let logbookId: number;
let server: Server;
let address: string;

beforeEach(async () => {
  const made = await testContext();
  now = made.context.now();
  context = { ...made.context, now: () => now };
  logbookId = made.logbookId;
  server = await startTideline({ file: ":memory:", port: 0, key: "secret", calls: TIDELINE_CALLS, pace: 3600 });
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterEach(async () => {
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
});

const log = (call: string, facts: object = {}) =>
  valueOf(
    logContact(context, logbookId, { call, startedAt: "2026-11-23T21:00:00Z", band: "20m", mode: "CW", ...facts }),
  ).id;
const ask = (id: number, way: "tideline" | "mail" | "card", text = "Please look.") =>
  askStation(context, testServices(address, 2000), logbookId, id, { way, text });
const control = (body: object) => fetch(`${address}/control`, { method: "POST", body: JSON.stringify(body) });
const open = () => valueOf(unanswered(context, logbookId)).map(({ call, times, last }) => [call, times, last.way]);
const cardOf = (id: number) =>
  valueOf(getContact(context, logbookId, id)).confirmations.find(({ channel }) => channel === "card");

test("a question goes through Tideline, and who looks confirms it; then nobody is waited for", async () => {
  const calls = Array.from({ length: 24 }, (_, index) => `DL${index % 10}QT${String.fromCharCode(65 + index)}`);
  const ids = calls.map((call) => log(call));
  await runTestJob(context, logbookId, { kind: "send", service: "tideline" }, address);
  await control({ hurry: true });
  await runTestJob(context, logbookId, { kind: "fetch", service: "tideline" }, address);
  const lacking = ids.filter((id) => valueOf(askingOf(context, logbookId, id)).lacks.length > 0);
  expect(lacking.length).toBeGreaterThan(3);
  const answers = await Promise.all(lacking.map((id) => ask(id, "tideline", "<b>Please</b> look.")));
  const carried = answers.filter(({ ok }) => ok).length;
  for (const answer of answers)
    if (!answer.ok) expect(answer.problem.detail).toMatch(/^Tideline: DL\wQT\w has no log here$/);
  expect(open()).toHaveLength(carried);
  await control({ hurry: true });
  const { report } = (await runTestJob(
    context,
    logbookId,
    { kind: "fetch", service: "tideline" },
    address,
  )) as JobOf<"fetch">;
  expect(report!.matched).toBeGreaterThan(0);
  expect(open()).toHaveLength(carried - report!.matched);
});

test("mail is noted, a card is owed, and both count; the longest unanswered come first", async () => {
  const [first, second] = [log("DL1QTA", { name: "Anke" }), log("OY4QSA")];
  expect(valueOf(askingOf(context, logbookId, first)).text).toContain("Dear Anke,");
  valueOf(await ask(second, "mail"));
  now += 86_400;
  valueOf(await ask(first, "card"));
  expect(cardOf(first)?.sent).toBe("wanted");
  now += 86_400;
  const after = valueOf(await ask(first, "mail"));
  expect(after.asked.map(({ way }) => way)).toEqual(["mail", "card"]);
  expect(open()).toEqual([
    ["OY4QSA", 1, "mail"],
    ["DL1QTA", 2, "mail"],
  ]);
});

test("a card that is on its way, or a contact that is gone, is left as it is", async () => {
  const id = log("DL1QTA", { confirmations: [{ channel: "card", sent: "sent" }] });
  valueOf(await ask(id, "card"));
  expect(cardOf(id)?.sent).toBe("sent");
  valueOf(deleteContact(context, logbookId, id));
  expect((await ask(id, "mail")).ok).toBe(false);
  expect(open()).toEqual([]);
});

test.each(["error", "hang", "nonsense", "busy"])(
  "a service that fails (%s) is told, and nothing is noted",
  async (behaviour) => {
    const id = log("DL1QTA");
    await control({ behaviour });
    const asked = await ask(id, "tideline");
    expect(asked).toMatchObject({ ok: false, problem: { status: 502 } });
    expect(open()).toEqual([]);
  },
);
