import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import { startLantern } from "../../../../stand-ins/lantern/server";
import { startTideline, TIDELINE_CALLS } from "../../../../stand-ins/tideline/server";
import type { ServiceId } from "../../../core/confirm";
import type { JobOf } from "../../../core/contract";
import type { Context } from "../../context";
import { findJob } from "../../jobs/job";
import { createSupervisor, insertJob } from "../../jobs/supervisor";
import { doJob } from "../../jobs/work";
import { changeContact, getContact, logContact } from "../../logbook/contacts";
import { testContext, testIdentity, testMeans, testServices, valueOf } from "../../testing";
import { letRest, type ServiceDefaults } from "../access";
import { startFetching } from "../outbox";
import { actView, gainOfAct, listActs, startInStep } from "./act";
import { chartsNow } from "./charts";

let context: Context;
let logbookId: number;
let defaults: ServiceDefaults;
let servers: Record<ServiceId, Server>;

const addressOf = (server: Server) => `http://127.0.0.1:${(server.address() as AddressInfo).port}`;

beforeEach(async () => {
  ({ context, logbookId } = await testContext());
  const common = { file: ":memory:", port: 0, pace: 3600 };
  const lantern = await startLantern({ ...common, token: "secret", clock: () => context.now() });
  const witnesses = { Lantern: addressOf(lantern) };
  const tideline = await startTideline({ ...common, key: "secret", calls: TIDELINE_CALLS, witnesses });
  servers = { lantern, tideline };
  defaults = {
    lantern: testServices(addressOf(lantern), 2000).lantern,
    tideline: testServices(addressOf(tideline), 2000).tideline,
  };
  await testIdentity(context, logbookId, "CX3QUA", defaults.lantern);
});
afterEach(async () => {
  for (const server of Object.values(servers)) {
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
  }
});

const log = (call: string, facts: object = {}) =>
  valueOf(
    logContact(context, logbookId, { call, startedAt: "2026-11-23T21:00:00Z", band: "20m", mode: "CW", ...facts }),
  ).id;
const standing = (id: number) =>
  Object.fromEntries(
    valueOf(getContact(context, logbookId, id)).confirmations.map(({ channel, sent, received }) => [
      channel,
      `${sent} ${received}`,
    ]),
  );
const control = (service: ServiceId, body: object) =>
  fetch(`${addressOf(servers[service])}/control`, { method: "POST", body: JSON.stringify(body) });
async function inStep(services: ServiceId[] = ["lantern", "tideline"]) {
  const jobId = insertJob(context, logbookId, "Test", { kind: "inStep", services });
  return go(jobId);
}
async function go(jobId: number, signal = new AbortController().signal) {
  await doJob(context, jobId, signal, { ...testMeans(), services: defaults });
  return findJob(context.store, jobId) as JobOf<"inStep">;
}
const states = ({ report }: JobOf<"inStep">) =>
  report!.steps.map(({ kind, service, state }) => [kind, service, state].filter(Boolean).join(" "));
const CALLS = Array.from({ length: 24 }, (_, index) => `DL${index % 10}QT${"ABCDEFGHIJKLMNOPQRSTUVWX"[index]}`);

test("each gets what it lacks, and who hears of others is brought what those confirm; what came of it is in the log", async () => {
  const ids = CALLS.map((call) => log(call));
  const first = await inStep();
  expect(first).toMatchObject({ state: "done", problem: null });
  expect(states(first)).toEqual([
    "before done",
    "fetch lantern done",
    "fetch tideline done",
    "send lantern done",
    "send tideline done",
    "bring tideline done",
    "fetch tideline done",
    "after done",
  ]);
  await control("lantern", { hurry: true });
  const second = await inStep();
  const bring = second.report!.steps.find(({ kind }) => kind === "bring")!.report;
  const byLantern = ids.filter((id) => standing(id).lantern === "sent confirmed");
  expect(byLantern.length).toBeGreaterThan(5);
  expect(bring).toMatchObject({ known: 0, refused: [] });
  expect((bring as { accepted: number }).accepted).toBeGreaterThan(0);
  for (const id of byLantern) expect(standing(id).tideline).toBe("sent confirmed");

  const [last, earlier] = valueOf(listActs(context, logbookId));
  expect(earlier).toMatchObject({
    jobId: first.id,
    totals: [{ place: "here" }, { place: "lantern" }, { place: "tideline" }],
  });
  expect(earlier!.totals[1]).toMatchObject({ before: { contacts: 0 }, after: { contacts: 24, confirmed: 0 } });
  expect(earlier!.totals[2]).toMatchObject({ before: { contacts: 0 }, after: { contacts: 24 } });
  expect(last!.totals[0]).toMatchObject({
    before: { confirmed: 0, confirmedEntities: 0 },
    after: { confirmed: byLantern.length, confirmedEntities: 1, confirmedSlots: 1 },
  });

  // The whole is done, and done once more it changes nothing.
  const third = await inStep();
  for (const { before, after } of valueOf(listActs(context, logbookId))[0]!.totals) expect(after).toEqual(before);
  expect(third.report!.steps.find(({ kind }) => kind === "bring")!.report).toMatchObject({ brought: 0 });
});

test("behind a gain stand the contacts that it came from", async () => {
  const ids = [...CALLS.map((call) => log(call)), ...CALLS.map((call) => log(call, { band: "40m", mode: "SSB" }))];
  await inStep();
  await control("lantern", { hurry: true });
  await inStep(["lantern"]);
  const [act, before] = valueOf(listActs(context, logbookId));
  const behind = (actId: number, query: Parameters<typeof gainOfAct>[3]) =>
    valueOf(gainOfAct(context, logbookId, actId, query)).map(({ contactId }) => contactId);
  const confirmed = ids.filter((id) => standing(id).lantern === "sent confirmed");
  expect(behind(act!.id, { place: "here", figure: "confirmed" }).sort()).toEqual(confirmed.sort());
  const on40 = behind(act!.id, { place: "lantern", figure: "confirmedSlots", band: "40m", modeGroup: "voice" });
  expect(on40).toEqual(confirmed.filter((id) => id > ids[CALLS.length - 1]!));
  expect(behind(act!.id, { place: "lantern", figure: "contacts" })).toEqual([]);
  expect(behind(before!.id, { place: "tideline", figure: "entities" })).toHaveLength(48);
  expect(behind(before!.id, { place: "tideline", figure: "contacts", band: "20m" })).toHaveLength(24);
  // It was there before: one more of it is no gain of entities.
  const later = log("DL1QUA", { band: "15m" });
  await inStep(["tideline"]);
  const [newest] = valueOf(listActs(context, logbookId));
  expect(behind(newest!.id, { place: "tideline", figure: "entities" })).toEqual([]);
  expect(behind(newest!.id, { place: "tideline", figure: "slots" })).toEqual([later]);
  expect(gainOfAct(context, logbookId, newest!.id, { place: "lantern", figure: "slots" })).toMatchObject({ ok: false });
  expect(actView(context, logbookId, 99)).toMatchObject({ ok: false, problem: { status: 404 } });
});

test("a service that fails is left out from there on, the other goes on; run again, what failed is done", async () => {
  const id = log("DL1QTA");
  await control("lantern", { behaviour: "error" });
  const job = await inStep();
  expect(job.state).toBe("failed");
  expect(job.problem).toBe(
    "Lantern answered with error 500: try again later; nothing was lost. The rest is done: run it again, and what failed is tried again",
  );
  expect(states(job)).toEqual([
    "before done",
    "fetch lantern failed",
    "fetch tideline done",
    "send lantern passedOver",
    "send tideline done",
    "bring tideline done",
    "fetch tideline done",
    "after done",
  ]);
  expect(standing(id)).toMatchObject({ lantern: "waiting no", tideline: expect.stringMatching(/^sent/) as string });
  await control("lantern", { behaviour: "normal" });
  const again = await go(job.id);
  expect(again).toMatchObject({ state: "done", problem: null });
  expect(states(again).every((state) => state.endsWith("done"))).toBe(true);
  expect(standing(id).lantern).toMatch(/^sent/);
  const [act, ...others] = valueOf(listActs(context, logbookId));
  expect(others).toEqual([]);
  expect(act!.totals[1]).toMatchObject({ before: { contacts: 0 }, after: { contacts: 1 } });
});

test("one whose chart cannot be had is not known, and one that rests is left alone", async () => {
  log("DL1QTA");
  await control("tideline", { behaviour: "nonsense" });
  letRest(context, logbookId, "lantern", context.now() + 3600);
  const job = await inStep();
  expect(job.problem).toContain("Lantern is busy and asks to be left alone until");
  expect(job.problem).toContain("Tideline's answer is not understood");
  const [act] = valueOf(listActs(context, logbookId));
  expect(act!.totals[2]).toEqual({ place: "tideline", before: null, after: null });
  const { before } = valueOf(actView(context, logbookId, act!.id));
  expect(before[2]!.problem).toContain("Tideline's answer is not understood");
  const now = valueOf(await chartsNow(context, defaults, logbookId));
  expect(now.map(({ lines }) => lines === null)).toEqual([false, false, true]);
});

test("what Lantern does not confirm is not believed, whoever says it", async () => {
  const id = log("DL1QTA");
  const contact = valueOf(getContact(context, logbookId, id));
  const claimed = {
    channel: "lantern",
    sent: "sent",
    sentOn: null,
    sentVia: null,
    received: "confirmed",
    receivedOn: null,
    receivedVia: null,
  } as const;
  valueOf(
    changeContact(context, logbookId, id, {
      revision: contact.revision,
      confirmations: [...contact.confirmations.filter(({ channel }) => channel !== "lantern"), claimed],
    }),
  );
  const job = await inStep(["tideline"]);
  expect(job.report!.steps.find(({ kind }) => kind === "bring")!.report).toMatchObject({
    brought: 1,
    accepted: 0,
    refused: [{ why: "Lantern knows of no such confirmation", count: 1 }],
  });
});

test("a job that dies goes on where it was, and sends nothing twice", async () => {
  const ids = CALLS.map((call) => log(call));
  const abort = new AbortController();
  const jobId = insertJob(context, logbookId, "Test", { kind: "inStep", services: ["lantern", "tideline"] });
  let told = 0;
  const stopping: Context = {
    ...context,
    announce: (event) => {
      if (event.type === "job" && event.job.kind === "inStep" && event.job.report?.steps[3]?.state === "done")
        abort.abort();
      told++;
      context.announce(event);
    },
  };
  await doJob(stopping, jobId, abort.signal, { ...testMeans(), services: defaults });
  expect(told).toBeGreaterThan(1);
  expect(findJob(context.store, jobId)!.state).toMatch(/cancelled|done/);
  const job = await go(jobId);
  expect(job.state).toBe("done");
  expect(ids.every((id) => standing(id).tideline!.startsWith("sent"))).toBe(true);
  const health = (await (await fetch(`${addressOf(servers.lantern)}/health`)).json()) as { taken: number };
  expect(health.taken).toBe(24);
});

test("neither a fetch nor a second one runs beside it", async () => {
  const supervisor = createSupervisor("unused", undefined as never, undefined as never, () => {});
  insertJob(context, logbookId, "Bring Lantern in step", { kind: "inStep", services: ["lantern"] });
  for (const refused of [
    startFetching(context, supervisor, logbookId, "tideline"),
    startInStep(context, supervisor, logbookId, ["tideline"]),
  ])
    expect(refused).toMatchObject({ ok: false, problem: { status: 409 } });
  await Promise.resolve();
});
