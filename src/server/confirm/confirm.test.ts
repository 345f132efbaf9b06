import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { type FetchReport, type JobOf, type LiveEvent, logbookInputSchema, type SendReport } from "../../core/contract";
import { memoryVault, openAuthority } from "../../../stand-ins/lantern/authority";
import type { Context } from "../context";
import { markCards } from "../logbook/cards";
import { createLogbook } from "../logbook/logbooks";
import { changeContact, deleteContact, getContact, logContact } from "../logbook/contacts";
import { grantIdentities, runTestJob, taken, testContext, testServices, valueOf } from "../testing";
import { leaveStatements, meetAgain } from "./withoutTwin";
import { outboxes, receiptOf, retryRefused, serviceView } from "./outbox";

let server: Server;
let context: Context;
let logbookId: number;
let heard: LiveEvent[];
/** What the service was sent, request by request. */
let sent: { readonly id: number; readonly call: string; readonly mode: string }[][];
let answering: (contacts: (typeof sent)[number]) => unknown;
let pages: (after: string) => unknown;

beforeEach(async () => {
  sent = [];
  answering = (contacts) => ({ results: contacts.map(({ id }) => ({ id, answer: "accepted" })) });
  pages = () => ({ statements: [], cursor: "", more: false });
  server = createServer((request, response) => {
    let body = "";
    request.setEncoding("utf8").on("data", (piece: string) => (body += piece));
    request.on("end", () => {
      const { pathname, searchParams } = new URL(request.url!, "http://lantern.example");
      const answer = () => {
        if (pathname === "/statements") return pages(searchParams.get("after") ?? "");
        const handed = JSON.parse(body) as { contacts: { id: number; signed: string }[] };
        const contacts = handed.contacts.map(({ id, signed }) => ({ id, ...claimsIn(signed) }));
        sent.push(contacts);
        return answering(contacts);
      };
      response.setHeader("content-type", "application/json").end(JSON.stringify(answer()));
    });
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const made = await testContext();
  heard = [];
  context = { ...made.context, announce: (event) => void heard.push(event) };
  logbookId = made.logbookId;
  await grantIdentities(context, logbookId, ["CX3QUA", "CX8QSB", "LU/CX3QUA"], await openAuthority(memoryVault(), 0));
});
afterEach(async () => {
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
});

function claimsIn(signed: string): { call: string; mode: string } {
  return JSON.parse(Buffer.from(signed.split(".")[1]!, "base64url").toString()) as { call: string; mode: string };
}
const address = () => `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
const run = (kind: "send" | "fetch") => runTestJob(context, logbookId, { kind, service: "lantern" }, address());
const send = async () => (await run("send")) as JobOf<"send">;
const fetched = async () => (await run("fetch")) as JobOf<"fetch">;
const log = (call: string, startedAt = "2026-11-23T21:00:00Z") =>
  valueOf(logContact(context, logbookId, { call, startedAt, band: "20m", mode: "CW" })).id;
const change = (id: number, facts: object) => valueOf(changeContact(context, logbookId, id, facts));
const outbox = () =>
  valueOf(serviceView(context, testServices(), logbookId, "lantern")).entries.map(({ call, refused }) =>
    refused === null ? call : `${call}: ${refused}`,
  );
const waiting = () =>
  valueOf(outboxes(context, () => null, logbookId)).find(({ service }) => service === "lantern")!.waiting;
const refusing = (call: string) => {
  answering = (contacts) => ({
    results: contacts.map((one) =>
      one.call === call
        ? { id: one.id, answer: "refused", reason: "not known here" }
        : { id: one.id, answer: "accepted" },
    ),
  });
};

describe("what a service refused", () => {
  test("stays refused through changes that it is not told of, and waits again when what it is told changes", async () => {
    refusing("DL1QTA");
    const [refused] = [log("DL1QTA"), log("OY4QSA")];
    expect((await send()).report).toMatchObject({ accepted: 1, refused: 1 });
    expect([outbox(), waiting()]).toEqual([["DL1QTA: not known here"], 0]);

    change(refused, { comment: "a fine signal", pin: true });
    valueOf(markCards(context, logbookId, { ids: [refused], received: "confirmed", on: null, via: null }));
    expect([outbox(), waiting()]).toEqual([["DL1QTA: not known here"], 0]);
    expect((await send()).report).toMatchObject({ accepted: 0, refused: 0 });

    heard.length = 0;
    change(refused, { call: "DL1QTB" });
    expect([outbox(), waiting()]).toEqual([["DL1QTB"], 1]);
    expect(heard).toContainEqual({ type: "outbox", logbookId, service: "lantern", waiting: 1 });
    expect((await send()).report).toMatchObject({ accepted: 1 });
    expect(outbox()).toEqual([]);
  });

  test.each([
    { mode: "SSB" },
    { submode: "PSK31", mode: "PSK" },
    { startedAt: "2026-11-23T21:01:00Z" },
    { ownCall: "CX8QSB" },
  ])("waits again with %j", async (facts) => {
    refusing("DL1QTA");
    const id = log("DL1QTA");
    await send();
    change(id, facts);
    expect(waiting()).toBe(1);
  });

  test("is tried again when it is told to, and only what was refused", async () => {
    refusing("DL1QTA");
    log("DL1QTA");
    await send();
    log("OY4QSA");
    heard.length = 0;
    expect(valueOf(retryRefused(context, logbookId, "lantern"))).toEqual({ waiting: 1 });
    expect(waiting()).toBe(2);
    expect(heard).toContainEqual({ type: "outbox", logbookId, service: "lantern", waiting: 2 });
    expect(valueOf(retryRefused(context, logbookId, "lantern"))).toEqual({ waiting: 0 });
  });
});

describe("a sending", () => {
  test("asks nothing twice of what was answered, and again of what was not", async () => {
    const [first, second] = [log("DL1QTA"), log("OY4QSA")];
    answering = () => ({ results: [{ id: first, answer: "accepted" }] });
    expect((await send()).report).toMatchObject({ accepted: 1, unanswered: 1 });
    expect(outbox()).toEqual(["OY4QSA"]);
    answering = (contacts) => ({ results: contacts.map(({ id }) => ({ id, answer: "known" })) });
    expect((await send()).report).toMatchObject({ known: 1, unanswered: 0 });
    expect(sent.map((contacts) => contacts.map(({ id }) => id))).toEqual([[first, second], [second]]);
  });

  test("believes nothing that it did not ask, and no answer twice", async () => {
    const [first, second] = [log("DL1QTA"), log("OY4QSA")];
    valueOf(deleteContact(context, logbookId, second));
    const third = log("LU3QSC");
    answering = () => ({
      results: [
        { id: second, answer: "accepted" },
        { id: 4711, answer: "refused", reason: "never heard of" },
        { id: first, answer: "accepted" },
        { id: first, answer: "accepted" },
        { id: third, answer: "refused" },
      ],
    });
    const { report } = await send();
    expect(report).toMatchObject({ accepted: 1, refused: 1, unanswered: 0 });
    expect(outbox()).toEqual(["LU3QSC: refused without a reason"]);
    expect(
      valueOf(receiptOf(context, logbookId, (report as SendReport).sendingId!)).map(({ contactId }) => contactId),
    ).toEqual([third, first]);
  });

  test("leaves a contact waiting that was changed while it was on its way", async () => {
    const id = log("DL1QTA");
    answering = (contacts) => {
      change(id, { call: "DL1QTB" });
      return { results: contacts.map((one) => ({ id: one.id, answer: "accepted" })) };
    };
    await send();
    expect(outbox()).toEqual(["DL1QTB"]);
  });

  test.each([
    ["nonsense", { results: [{ id: "x", answer: "perhaps" }] }, "not understood"],
    ["a list", [1, 2], "not understood"],
    ["nothing", null, "not understood"],
  ])("takes nothing from an answer that is %s", async (_, answer, problem) => {
    log("DL1QTA");
    answering = () => answer;
    expect(await send()).toMatchObject({ state: "failed", problem: expect.stringContaining(problem) as string });
    expect(waiting()).toBe(1);
  });
});

describe("a fetch", () => {
  const said = (id: string, call: string, startedAt = "2026-11-23T21:04:00Z") => ({
    id,
    ownCall: "CX3QUA",
    call,
    startedAt,
    band: "20m",
    mode: "CW",
  });
  const isConfirmed = (id: number) =>
    valueOf(getContact(context, logbookId, id)).confirmations.some(({ received }) => received === "confirmed");

  test("goes on from its cursor, and a page that comes again confirms nothing twice", async () => {
    const [first, second] = [log("DL1QTA"), log("OY4QSA")];
    const asked: string[] = [];
    pages = (after) => {
      asked.push(after);
      return after === ""
        ? { statements: [said("1", "DL1QTA")], cursor: "a", more: true }
        : { statements: [said("1", "DL1QTA"), said("2", "OY4QSA")], cursor: "b", more: false };
    };
    expect((await fetched()).report).toMatchObject({ matched: 2, known: 1, withoutTwin: 0 });
    expect([isConfirmed(first), isConfirmed(second)]).toEqual([true, true]);
    await fetched();
    expect(asked).toEqual(["", "a", "b"]);
  });

  test("ends when the service says that there is more and gives the same again", async () => {
    log("DL1QTA");
    let asked = 0;
    pages = () => (asked++, { statements: [said("1", "DL1QTA")], cursor: "a", more: true });
    expect(await fetched()).toMatchObject({ state: "done", report: { matched: 1 } });
    expect(asked).toBe(2);
  });

  test("tells what it adds to the awards: entities, bands of them, modes, each once", async () => {
    log("DL1QTA", "2026-11-23T21:00:00Z");
    log("DL2QTA", "2026-11-23T21:10:00Z");
    const other = (call: string, startedAt: string, facts: object) =>
      valueOf(logContact(context, logbookId, { call, startedAt, band: "20m", mode: "CW", ...facts }));
    other("DL3QTA", "2026-11-23T21:20:00Z", { band: "40m" });
    other("DL4QTA", "2026-11-23T21:30:00Z", { band: "40m", mode: "SSB" });
    other("OY4QSA", "2026-11-23T21:35:00Z", {});
    const told = (id: string, call: string, at: string, band = "20m", mode = "CW") => ({
      ...said(id, call),
      startedAt: `2026-11-23T${at}:00Z`,
      band,
      mode,
    });
    pages = () => ({
      statements: [
        told("1", "DL1QTA", "21:00"),
        told("2", "DL2QTA", "21:10"),
        told("3", "DL3QTA", "21:20", "40m"),
        told("4", "DL4QTA", "21:30", "40m", "SSB"),
        told("5", "OY4QSA", "21:35"),
      ],
      cursor: "a",
      more: false,
    });
    const { report } = await fetched();
    expect(report!.matched).toBe(5);
    expect(report!.gains.filter(({ award }) => award === "entities")).toEqual([
      {
        award: "entities",
        gain: "item",
        count: 2,
        first: [
          { item: "230", band: "20m" },
          { item: "222", band: "20m" },
        ],
      },
      { award: "entities", gain: "band", count: 1, first: [{ item: "230", band: "40m" }] },
      { award: "entities", gain: "mode", count: 1, first: [{ item: "230", band: "40m" }] },
    ]);
    pages = () => ({ statements: [told("6", "DL2QTA", "21:10")], cursor: "b", more: false });
    expect((await fetched()).report!.gains).toEqual([]);
  });

  test("what is about a contact of another logbook is confirmed there, also where it was kept here before", async () => {
    const site = { name: "Before", call: "CX8QSB", grid: "GF35co" };
    pages = () => ({ statements: [said("1", "DL1QTA")], cursor: "a", more: false });
    expect((await fetched()).report).toMatchObject({ withoutTwin: 1, elsewhere: [] });
    const former = valueOf(createLogbook(context, taken(logbookInputSchema, { name: "Former call", site }))).id;
    const facts = { startedAt: "2026-11-23T21:00:00Z", band: "20m", mode: "CW", ownCall: "CX3QUA" };
    const [first, second] = ["DL1QTA", "OY4QSA"].map(
      (call) => valueOf(logContact(context, former, { ...facts, call })).id,
    );
    pages = () => ({ statements: [said("2", "OY4QSA")], cursor: "b", more: false });
    expect((await fetched()).report).toMatchObject({
      matched: 2,
      withoutTwin: 0,
      elsewhere: [{ logbookId: former, name: "Former call", matched: 2 }],
    });
    for (const id of [first!, second!])
      expect(valueOf(getContact(context, former, id)).confirmations).toContainEqual(
        expect.objectContaining({ channel: "lantern", received: "confirmed" }),
      );
    expect(valueOf(serviceView(context, testServices(), logbookId, "lantern")).withoutTwin).toEqual([]);
    pages = () => ({ statements: [said("1", "DL1QTA"), said("2", "OY4QSA")], cursor: "c", more: false });
    expect((await fetched()).report).toMatchObject({ matched: 0, known: 2, withoutTwin: 0 });
  });

  test("what another logbook had fetched itself, without a twin, meets its contact when it is told here", async () => {
    const site = { name: "Before", call: "CX8QSB", grid: "GF35co" };
    const former = valueOf(createLogbook(context, taken(logbookInputSchema, { name: "Former call", site }))).id;
    pages = () => ({ statements: [said("1", "DL1QTA")], cursor: "a", more: false });
    const request = { kind: "fetch", service: "lantern" } as const;
    await runTestJob(context, former, request, address());
    const lacking = () => valueOf(serviceView(context, testServices(), former, "lantern")).withoutTwin.length;
    expect(lacking()).toBe(1);
    const facts = { startedAt: "2026-11-23T21:00:00Z", band: "20m", mode: "CW", ownCall: "CX3QUA" };
    valueOf(logContact(context, former, { ...facts, call: "DL1QTA" }));
    expect((await fetched()).report).toMatchObject({ elsewhere: [{ logbookId: former, matched: 1 }] });
    expect(lacking()).toBe(0);
  });

  test("keeps what meets no contact, with the reason, and meets it when the contact is there", async () => {
    log("DL1QTA", "2026-11-23T18:00:00Z");
    pages = (after) => ({
      statements: after === "" ? [said("1", "DL1QTA"), said("2", "PY2QSB")] : [],
      cursor: "a",
      more: false,
    });
    expect((await fetched()).report).toMatchObject({ matched: 0, withoutTwin: 2 });
    const groups = () => valueOf(serviceView(context, testServices(), logbookId, "lantern")).withoutTwin;
    const reasons = groups().map(({ text, count, items }) => [
      text,
      count,
      items.map((item) => [item.call, item.text]),
    ]);
    expect(reasons).toEqual([
      ["their time is about 3 h after yours", 1, [["DL1QTA", "3 h 4 min apart"]]],
      ["no contact near that time is in this log", 1, [["PY2QSB", "no contact with PY2QSB in this log"]]],
    ]);
    const late = log("PY2QSB", "2026-11-23T21:03:00Z");
    const { report } = (await fetched()) as { report: FetchReport };
    expect(report).toMatchObject({
      matched: 1,
      matchedLines: [{ call: "PY2QSB", text: "met a contact logged since" }],
    });
    expect(isConfirmed(late)).toBe(true);
    expect(groups().map(({ items }) => items.map(({ call }) => call))).toEqual([["DL1QTA"]]);
  });

  test("takes nothing of a page that is not understood, and keeps its cursor", async () => {
    log("DL1QTA");
    pages = () => ({ statements: [said("1", "DL1QTA"), { id: "2" }], cursor: "z", more: false });
    expect(await fetched()).toMatchObject({ state: "failed" });
    const asked: string[] = [];
    pages = (after) => (asked.push(after), { statements: [], cursor: "", more: false });
    await fetched();
    expect(asked).toEqual([""]);
  });

  it("goes back to the beginning, or to a day, and confirms what lost its confirmation", async () => {
    const [old, young] = [log("DL1QTA", "2026-10-01T21:00:00Z"), log("OY4QSA")];
    const asked: string[] = [];
    pages = (after) => {
      asked.push(after);
      const statements = [said("1", "DL1QTA", "2026-10-01T21:04:00Z"), { ...said("2", "OY4QSA"), ownCall: "CX3QUA/P" }];
      return after === "" ? { statements, cursor: "a", more: false } : { statements: [], cursor: "a", more: false };
    };
    await fetched();
    for (const id of [old, young])
      change(id, { confirmations: [{ channel: "lantern", sent: "sent", received: "no" }] });
    expect((await fetched()).report).toMatchObject({ matched: 0, known: 0 });

    const again = (from: string) =>
      runTestJob(context, logbookId, { kind: "fetch", service: "lantern", choice: { from } }, address());
    expect(await again("2026-11-01")).toMatchObject({
      report: {
        matched: 1,
        passedOver: 1,
        byCall: [{ ownCall: "CX3QUA/P", matched: 1, known: 0, withoutTwin: 0 }],
      },
    });
    expect([isConfirmed(old), isConfirmed(young)]).toEqual([false, true]);
    expect(await again("beginning")).toMatchObject({
      report: {
        matched: 1,
        known: 1,
        passedOver: 0,
        byCall: [
          { ownCall: "CX3QUA", matched: 1, known: 0, withoutTwin: 0 },
          { ownCall: "CX3QUA/P", matched: 0, known: 1, withoutTwin: 0 },
        ],
      },
    });
    expect(asked).toEqual(["", "a", "", ""]);
    expect(isConfirmed(old)).toBe(true);
  });

  describe("of what meets nothing", () => {
    const view = () => valueOf(serviceView(context, testServices(), logbookId, "lantern"));
    const tell = (...statements: readonly ReturnType<typeof said>[]) => {
      pages = (after) => ({ statements: after === "" ? statements : [], cursor: "a", more: false });
    };

    test("a mended contact is confirmed when it is looked at again, without asking the service", async () => {
      const id = log("DL1QTA", "2026-11-23T18:00:00Z");
      tell(said("1", "DL1QTA", "2026-11-23T19:01:00Z"), said("2", "PY2QSB"));
      await fetched();
      expect(meetAgain(context, logbookId, "lantern")).toEqual({ met: 0 });
      expect(view().withoutTwin[0]).toMatchObject({
        cause: "time",
        mend: { do: "shift", seconds: 3660 },
        contactIds: [id],
      });
      change(id, { startedAt: "2026-11-23T19:00:00Z" });
      expect(view().withoutTwin.map(({ cause }) => cause)).toEqual(["met", "none"]);
      heard.length = 0;
      expect(meetAgain(context, logbookId, "lantern")).toEqual({ met: 1 });
      expect(heard).toContainEqual({ type: "service", logbookId, service: "lantern", what: "statements" });
      expect([isConfirmed(id), view().withoutTwin.map(({ cause }) => cause)]).toEqual([true, ["none"]]);
    });

    test("a call that is one letter off is found by band and time", async () => {
      const id = log("DL1QTB", "2026-11-23T21:00:00Z");
      log("DL1QTC", "2026-11-23T12:00:00Z");
      tell(said("1", "DL1QTA"));
      await fetched();
      expect(view().withoutTwin).toMatchObject([
        {
          cause: "call",
          items: [{ contactId: id, text: "your log says DL1QTB", mend: { field: "call", value: "DL1QTA" } }],
        },
      ]);
    });

    test("what is left alone is out of the way, is met by no contact, and can be taken up again", async () => {
      tell(said("1", "DL1QTA"), said("2", "PY2QSB"));
      await fetched();
      expect(leaveStatements(context, logbookId, "lantern", { leave: ["1", "9"] })).toEqual({ changed: 1 });
      expect([view().withoutTwin.map(({ count }) => count), view().leftAlone]).toEqual([[1], 1]);
      const id = log("DL1QTA", "2026-11-23T21:03:00Z");
      await fetched();
      expect(isConfirmed(id)).toBe(false);
      expect(leaveStatements(context, logbookId, "lantern", { takeUp: "all" })).toEqual({ changed: 1 });
      expect(meetAgain(context, logbookId, "lantern")).toEqual({ met: 1 });
      expect([isConfirmed(id), view().leftAlone]).toEqual([true, 0]);
    });
  });
});
