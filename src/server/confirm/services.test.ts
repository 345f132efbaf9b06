import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import { NEVER_BY_ITSELF, serviceById, type ServiceId, SERVICES } from "../../core/confirm";
import type { JobOf, SendChoice } from "../../core/contract";
import { startLantern } from "../../../stand-ins/lantern/server";
import { startTideline, TIDELINE_CALLS } from "../../../stand-ins/tideline/server";
import type { Context } from "../context";
import { doJob } from "../jobs/work";
import { insertJob } from "../jobs/supervisor";
import { findJob } from "../jobs/job";
import { changeContact, getContact, logContact } from "../logbook/contacts";
import { undoBatch } from "../logbook/undo";
import { testContext, testIdentity, testMeans, testServices, valueOf } from "../testing";
import { accessOf, changeSettings, restsUntil, type ServiceDefaults, settingsOf } from "./access";
import { compareAccount } from "./account";
import { outboxes } from "./outbox";

const STAND_INS: Readonly<Record<ServiceId, (token: string) => Promise<Server>>> = {
  lantern: (token) => startLantern({ file: ":memory:", port: 0, token, pace: 3600, clock: () => context.now() }),
  tideline: (key) => startTideline({ file: ":memory:", port: 0, key, calls: TIDELINE_CALLS, pace: 3600 }),
};

let context: Context;
let logbookId: number;
let defaults: ServiceDefaults;
let server: Server;
let address: string;

async function begin(service: ServiceId): Promise<void> {
  ({ context, logbookId } = await testContext());
  server = await STAND_INS[service]("secret");
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  defaults = testServices(address, 2000);
  if (serviceById(service).registrar !== null) await testIdentity(context, logbookId, "CX3QUA", defaults.lantern);
}
afterEach(async () => {
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
});

const log = (call: string, facts: object = {}) =>
  valueOf(
    logContact(context, logbookId, { call, startedAt: "2026-11-23T21:00:00Z", band: "20m", mode: "CW", ...facts }),
  ).id;
const control = (body: object) => fetch(`${address}/control`, { method: "POST", body: JSON.stringify(body) });
async function run<Kind extends "send" | "fetch" | "sendLook">(kind: Kind, service: ServiceId, choice?: SendChoice) {
  const request = { kind, service, ...(choice && { choice }) } as Parameters<typeof insertJob>[3];
  const jobId = insertJob(context, logbookId, "Test", request);
  await doJob(context, jobId, new AbortController().signal, { ...testMeans(), services: defaults });
  return findJob(context.store, jobId) as JobOf<Kind>;
}
const standing = (id: number, service: ServiceId) =>
  valueOf(getContact(context, logbookId, id)).confirmations.find(({ channel }) => channel === service);
const all = (again = false): SendChoice => ({ selection: { all: {}, except: [] }, again });
const waiting = (service: ServiceId) =>
  valueOf(outboxes(context, () => null, logbookId)).find((outbox) => outbox.service === service)!.waiting;

describe.each(SERVICES.map(({ id, name }) => [name, id] as const))("%s, with its stand-in", (name, service) => {
  beforeEach(() => begin(service));

  test("takes contacts in, knows them again, refuses with a reason, and says what others have", async () => {
    const ids = Array.from({ length: 12 }, (_, index) => log(`DL${index % 10}QT${"ABCDEFGHIJKL"[index]}`));
    const foreign = log("OY4QSA", { ownCall: "P29QSA" });
    // Where contacts are signed, one that nobody signs does not go at all.
    const [refused, unsigned] =
      serviceById(service).registrar === null ? [1, []] : [0, [{ why: "there is no identity of P29QSA", count: 1 }]];
    expect((await run("send", service)).report).toMatchObject({ accepted: 12, refused, unsigned, known: 0 });
    expect([standing(ids[0]!, service)?.sent, standing(foreign, service)?.sent]).toEqual(["sent", "waiting"]);
    expect((await run("send", service, all(true))).report).toMatchObject({
      accepted: 0,
      known: 12,
      leftOut: refused,
      unsigned,
    });

    await control({ hurry: true });
    const { report } = await run("fetch", service);
    expect(report!.matched).toBeGreaterThan(0);
    expect(report!.matched + report!.withoutTwin).toBeLessThanOrEqual(12);
    const confirmed = ids.filter((id) => standing(id, service)?.received === "confirmed");
    expect(confirmed).toHaveLength(report!.matched);
    expect((await run("fetch", service)).report).toMatchObject({ matched: 0, known: 0, withoutTwin: 0 });

    const items = valueOf(
      await compareAccount(context, logbookId, service, accessOf(context, defaults, logbookId, service)),
    );
    expect(items).toEqual([
      {
        call: "CX3QUA",
        contacts: 12,
        confirmed: report!.matched,
        lastAt: "2026-11-23T21:00:00Z",
        ours: { sent: 12, confirmed: report!.matched, lastAt: "2026-11-23T21:00:00Z" },
      },
    ]);
  });

  test("asks for patience, and is left alone for as long as it asks; settings that are kept end it", async () => {
    log("DL1QTA");
    await control({ behaviour: "busy" });
    const job = await run("send", service);
    expect(job).toMatchObject({ state: "failed", problem: expect.stringContaining(`${name} is busy`) as string });
    expect(waiting(service)).toBe(1);
    const until = restsUntil(context, logbookId, service)!;
    expect(Math.abs(until - context.now() - 3600)).toBeLessThanOrEqual(2);
    changeSettings(context, defaults, logbookId, service, {});
    expect(restsUntil(context, logbookId, service)).toBeNull();
  });

  test("a token that it does not know is told as such, and never said", async () => {
    log("DL1QTA");
    changeSettings(context, defaults, logbookId, service, { token: "wrong-token" });
    const job = await run("send", service);
    expect(job.problem).toBe(`${name} refused the token: check it in the settings of ${name}`);
    expect(JSON.stringify(settingsOf(context, defaults, logbookId, service))).not.toContain("wrong-token");
  });
});

describe("settings", () => {
  beforeEach(() => begin("tideline"));
  const access = () => accessOf(context, defaults, logbookId, "tideline");

  test("are the installation's until the logbook has its own", () => {
    expect(access()).toMatchObject({ url: address, token: "secret" });
    changeSettings(context, defaults, logbookId, "tideline", { token: "mine" });
    expect(access()).toMatchObject({ url: address, token: "mine" });
  });

  test("another address is never sent the token of the one before", () => {
    changeSettings(context, defaults, logbookId, "tideline", { token: "mine" });
    const moved = changeSettings(context, defaults, logbookId, "tideline", { url: "http://elsewhere.test/" });
    expect(moved).toEqual({
      service: "tideline",
      isUsed: true,
      url: "http://elsewhere.test/",
      hasToken: false,
      byItself: NEVER_BY_ITSELF,
    });
    expect(access().token).toBe("");
    changeSettings(context, defaults, logbookId, "tideline", { token: "theirs" });
    expect(access()).toMatchObject({ url: "http://elsewhere.test/", token: "theirs" });
  });

  test("without a token nothing is sent", async () => {
    log("DL1QTA");
    changeSettings(context, defaults, logbookId, "tideline", { token: "" });
    expect((await run("send", "tideline")).problem).toBe("Tideline has no token: set it in the settings of Tideline");
  });

  test("a service that is not used has no new contacts; what waits goes on waiting", () => {
    log("DL1QTA");
    changeSettings(context, defaults, logbookId, "tideline", { isUsed: false });
    log("OY4QSA");
    expect([waiting("lantern"), waiting("tideline")]).toEqual([2, 1]);
  });
});

describe("a sending of what is signed", () => {
  beforeEach(() => begin("lantern"));

  test("is looked at first: who signs what goes, and what nobody signs", async () => {
    for (const call of ["DL1QTA", "DL2QTA"]) log(call);
    log("DL3QTA", { ownCall: "P29QSA" });
    const { report } = await run("sendLook", "lantern", all());
    expect(report).toMatchObject({
      selected: 3,
      goes: 2,
      groups: [{ ownCall: "CX3QUA", count: 2, signedUntil: expect.stringMatching(/^2029-/) as string }],
      leftOut: [{ why: "there is no identity of P29QSA", count: 1 }],
    });
  });
});

describe("a sending of some", () => {
  beforeEach(() => begin("tideline"));
  const given = (id: number, sent: string) =>
    valueOf(changeContact(context, logbookId, id, { confirmations: [{ channel: "tideline", sent }] }));

  test("is looked at first: what goes by call and place, and what stays and why", async () => {
    const [has, never, here, abroad] = [
      log("DL1QTA"),
      log("DL2QTA"),
      log("DL3QTA"),
      log("DL4QTA", { ownCall: "LU/CX3QUA", ownGrid: "FF97mk" }),
    ];
    given(has, "sent");
    given(never, "ignored");
    given(here, "no");
    const { report } = await run("sendLook", "tideline", all());
    const one = { count: 1, from: "2026-11-23T21:00:00Z", to: "2026-11-23T21:00:00Z", signedUntil: null };
    expect(report).toEqual({
      service: "tideline",
      selected: 4,
      goes: 2,
      groups: [
        { ownCall: "CX3QUA", ownGrid: "GF35co", ...one },
        { ownCall: "LU/CX3QUA", ownGrid: "FF97mk", ...one },
      ],
      leftOut: [
        { why: "Tideline has them, by what the log says", count: 1 },
        { why: "marked as not to be sent to Tideline", count: 1 },
      ],
    });
    expect(standing(here, "tideline")?.sent).toBe("no");
    const sent = await run("send", "tideline", all());
    expect(sent.report).toMatchObject({ accepted: 2, queued: 1, leftOut: 2 });
    expect([here, abroad, has, never].map((id) => standing(id, "tideline")?.sent)).toEqual([
      "sent",
      "sent",
      "sent",
      "ignored",
    ]);
  });

  test("what else waits goes on waiting", async () => {
    const [chosen, other] = [log("DL1QTA"), log("DL2QTA")];
    await run("send", "tideline", { selection: { ids: [chosen] }, again: false });
    expect([standing(chosen, "tideline")?.sent, standing(other, "tideline")?.sent]).toEqual(["sent", "waiting"]);
  });

  test("that breaks off in the middle goes on with what was not answered, also once more", async () => {
    const ids = Array.from({ length: 120 }, (_, index) =>
      log(`DL${index % 10}Q${"RSTU"[index % 4]}${String.fromCharCode(65 + (index % 26))}`, {
        startedAt: `2026-11-1${index % 5}T${String(index % 24).padStart(2, "0")}:${String(index % 60).padStart(2, "0")}:00Z`,
      }),
    );
    for (const id of ids) given(id, "sent");
    const jobId = insertJob(context, logbookId, "Test", { kind: "send", service: "tideline", choice: all(true) });
    const stop = new AbortController();
    const announcing: Context = {
      ...context,
      announce: (event) => void (event.type === "outbox" && event.waiting === 20 && stop.abort()),
    };
    await doJob(announcing, jobId, stop.signal, { ...testMeans(), services: defaults });
    const { accepted = 0 } = (findJob(context.store, jobId) as JobOf<"send">).report ?? {};
    expect([accepted, findJob(context.store, jobId)!.state]).toEqual([100, "cancelled"]);
    await doJob(context, jobId, new AbortController().signal, { ...testMeans(), services: defaults });
    const { report, state } = findJob(context.store, jobId) as JobOf<"send">;
    expect(state).toBe("done");
    expect(report).toMatchObject({ accepted: 120, known: 0, leftOut: 0, queued: 120 });
    expect(ids.every((id) => standing(id, "tideline")?.sent === "sent")).toBe(true);
    expect(undoBatch(context, logbookId, report!.batchId!).ok).toBe(true);
  });
});
