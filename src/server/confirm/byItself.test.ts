import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import { type SendTimes, sendTimesSchema } from "../../core/confirm";
import { startLantern } from "../../../stand-ins/lantern/server";
import type { Context } from "../context";
import { insertJob, type Supervisor } from "../jobs/supervisor";
import { findJob } from "../jobs/job";
import { doJob } from "../jobs/work";
import { createHub } from "../live/hub";
import { logContact } from "../logbook/contacts";
import { done } from "../problem";
import { testContext, testIdentity, testMeans, testServices, valueOf } from "../testing";
import { changeSettings } from "./access";
import { leaveStatements } from "./withoutTwin";
import { createSendingByItself, type SendingByItself } from "./byItself";

let server: Server;
let address: string;
let context: Context;
let logbookId: number;
let now: number;
let byItself: SendingByItself;
let ticks: () => void;

beforeEach(async () => {
  server = await startLantern({ file: ":memory:", port: 0, token: "secret", pace: 3600, clock: () => now });
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const made = await testContext();
  const hub = createHub();
  ({ logbookId } = made);
  now = made.context.now();
  context = { ...made.context, now: () => now, announce: hub.announce };
  await testIdentity(context, logbookId, "CX3QUA", testServices(address).lantern);
  const supervisor = {
    start(acting: Context, of: number, title: string, request: Parameters<typeof insertJob>[3]) {
      const id = insertJob(acting, of, title, request);
      void doJob(acting, id, new AbortController().signal, testMeans(address, 2000));
      return done(findJob(acting.store, id)!);
    },
  } as unknown as Supervisor;
  jest.spyOn(globalThis, "setInterval").mockImplementationOnce((tick) => {
    ticks = tick;
    return { unref: () => {} } as NodeJS.Timeout;
  });
  byItself = createSendingByItself({
    context,
    supervisor,
    listen: hub.listen,
    fault: (error) => {
      throw error;
    },
  });
});
afterEach(async () => {
  byItself.close();
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
});

const set = (times: Partial<SendTimes>) =>
  changeSettings(context, testServices(address), logbookId, "lantern", { byItself: sendTimesSchema.parse(times) });
const log = (call: string, facts: object = {}) =>
  valueOf(
    logContact(context, logbookId, { call, startedAt: "2026-11-23T21:00:00Z", band: "20m", mode: "CW", ...facts }),
  );
const waiting = () =>
  context.store.all(context.store.q.selectFrom("outbox").select("contactId").where("service", "=", "lantern")).length;
const jobs = () => context.store.all(context.store.q.selectFrom("job").selectAll());
const behave = (behaviour: string) =>
  fetch(`${address}/control`, { method: "POST", body: JSON.stringify({ behaviour }) });
/** Lets time pass, and waits until whatever it starts has ended. */
async function pass(seconds: number): Promise<void> {
  now += seconds;
  ticks();
  do await new Promise((resolve) => setImmediate(resolve));
  while (jobs().some(({ state }) => state === "running"));
}

test("nothing is sent by itself unless it is asked for", async () => {
  log("DL1QTA");
  await pass(86_400);
  expect([waiting(), jobs()]).toEqual([1, []]);
});

test("after a contact it is waited a moment, for the next one to go along", async () => {
  set({ when: "contact" });
  log("DL1QTA");
  await pass(15);
  log("DL2QTA");
  await pass(15);
  expect(waiting()).toBe(2);
  await pass(5);
  expect(waiting()).toBe(0);
  await pass(3600);
  expect(jobs()).toHaveLength(1);
});

test("what fails pauses it, with the reason, and is tried again; a sending by hand or new settings end the pause", async () => {
  set({ when: "minutes", minutes: 5 });
  log("DL1QTA");
  await behave("error");
  await pass(300);
  expect(byItself.pauseOf(logbookId, "lantern")).toMatchObject({ why: expect.stringContaining("error 500") as string });
  await pass(59);
  expect(jobs()).toHaveLength(1);
  await pass(1);
  expect(jobs()).toHaveLength(2);
  expect(Date.parse(byItself.pauseOf(logbookId, "lantern")!.until) / 1000).toBe(now + 300);
  leaveStatements(context, logbookId, "lantern", { takeUp: "all" });
  expect(byItself.pauseOf(logbookId, "lantern")).not.toBeNull();
  set({ when: "minutes", minutes: 5 });
  expect(byItself.pauseOf(logbookId, "lantern")).toBeNull();
  await behave("normal");
  await pass(300);
  expect([waiting(), byItself.pauseOf(logbookId, "lantern")]).toEqual([0, null]);
});

test.each([{ when: "contact" }, { when: "minutes", minutes: 5 }] as const)(
  "what nobody signs is tried once (%j), and again when something changes",
  async (times) => {
    set(times);
    log("DL1QTA", { ownCall: "P29QSA" });
    for (let passed = 0; passed < 5; passed++) await pass(600);
    expect([waiting(), jobs().length]).toEqual([1, 1]);
    log("DL2QTA");
    await pass(600);
    await pass(600);
    expect(waiting()).toBe(1);
    const tried = jobs().length;
    for (let passed = 0; passed < 5; passed++) await pass(600);
    expect(jobs().length).toBeLessThanOrEqual(tried + 1);
    const before = jobs().length;
    context.announce({ type: "identities" });
    await pass(600);
    expect(jobs().length).toBe(before + 1);
  },
);

test("a service that asks to be left alone is", async () => {
  set({ when: "contact" });
  log("DL1QTA");
  await behave("busy");
  await pass(30);
  await behave("normal");
  await pass(1800);
  expect([waiting(), jobs().length]).toEqual([1, 1]);
  await pass(1800);
  expect(waiting()).toBe(0);
});

test("at the end what waits is sent where that is asked for, and it is waited for", async () => {
  log("DL1QTA");
  await byItself.ending();
  expect(waiting()).toBe(1);
  set({ ending: true });
  await pass(86_400);
  expect(waiting()).toBe(1);
  await byItself.ending();
  expect([waiting(), jobs().map(({ state }) => state)]).toEqual([0, ["done"]]);
  await byItself.ending();
});
