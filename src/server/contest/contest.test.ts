import { isoTime } from "../../core/contact";
import { readCabrillo } from "../../core/cabrillo";
import { createScoreboard, wordCountsFor, worthOf } from "../../core/contest";
import {
  type ContestBoard,
  contestContactInputSchema,
  type ContestLogged,
  type Entry,
  entryInputSchema,
  headerSchema,
  positionNoteInputSchema,
} from "../../core/contract";
import type { Context } from "../context";
import { changeContact, deleteContact, logContact } from "../logbook/contacts";
import type { Result } from "../problem";
import { openApiDocument } from "../openapi";
import { taken, testContext, valueOf } from "../testing";
import { boardOf } from "./board";
import { entryBoard, logContestContact, listContestRows, worthOfTyped } from "./contestLog";
import { listContests, removeContest, saveContest, tryOut } from "./definitions";
import { changeEntry, createEntry, getEntry, listEntries, removeEntry } from "./entries";
import { logFileOf } from "./logFile";
import { addPositionNote, listPositionNotes, seatPosition } from "./positions";
import { giveBackSerial, reserveSerial } from "./serials";
import { listFindings, markFinding, sheetsOf, standingOf } from "./standing";

/** In the middle of the Sudestada Prefix Dash of 2026. */
const NOW = Date.parse("2026-10-16T12:00:00Z") / 1000;

const problemOf = (result: Result<unknown>) => (result.ok ? "" : result.problem.detail);

const ENTRY = {
  tag: "SUDESTADA-PREFIX",
  ownCall: "cx3qua",
  category: { operator: "SINGLE-OP", assisted: "NON-ASSISTED", band: "ALL", mode: "CW", power: "LOW" },
  power: 100,
  operators: ["CX3QUA"],
} as const;

const enter = (context: Context, logbookId: number, input: unknown) =>
  createEntry(context, logbookId, taken(entryInputSchema, input));
const logTyped = (context: Context, entryId: number, input: unknown) =>
  logContestContact(context, entryId, taken(contestContactInputSchema, input));

async function entered(change: object = {}, now = NOW): Promise<{ context: Context; logbookId: number; entry: Entry }> {
  const { context, logbookId } = await testContext(now);
  return { context, logbookId, entry: valueOf(enter(context, logbookId, { ...ENTRY, ...change })) };
}

function log(context: Context, entry: Entry, call: string, minutes: number, more: object = {}): ContestLogged {
  const startedAt = isoTime(NOW - 7200 + minutes * 60);
  return valueOf(
    logTyped(context, entry.id, {
      call,
      startedAt,
      band: "20m",
      mode: "CW",
      received: { serial: "7" },
      ...more,
    }),
  );
}

describe("contests that are known", () => {
  it("ship, can be replaced by one's own, and come back", async () => {
    const { context } = await testContext(NOW);
    const [first] = listContests(context);
    expect(first).toMatchObject({ tag: "SUDESTADA-PREFIX", shipped: true, next: { from: "2026-10-15T21:00:00Z" } });
    expect(problemOf(saveContest(context, { ...first!.rules, bands: ["21m"] }))).toContain('bands.0: "21m" is no band');
    valueOf(saveContest(context, { ...first!.rules, name: "My Dash" }));
    expect(listContests(context).filter(({ tag }) => tag === first!.tag)).toMatchObject([
      { shipped: false, rules: { name: "My Dash" } },
    ]);
    valueOf(removeContest(context, first!.tag));
    expect(problemOf(removeContest(context, first!.tag))).toContain("cannot be removed");
    expect(problemOf(removeContest(context, "NO-SUCH"))).toContain("does not exist");
  });

  it("can be tried out before they are kept", async () => {
    const { context } = await testContext(NOW);
    const [{ rules } = { rules: null }] = listContests(context);
    const asked = {
      rules,
      ownCall: "CX3QUA",
      call: "DL1QTA",
      band: "40m",
      mode: "cw",
      exchange: "17 599",
      ownGrid: "",
    };
    expect(valueOf(tryOut(context, asked))).toMatchObject({
      values: { report: "599", serial: "17" },
      leftover: [],
      judgement: { points: 5, fresh: [{ item: "DL1" }] },
    });
    expect(problemOf(tryOut(context, { ...asked, call: "??" }))).toContain("call:");
    expect(problemOf(tryOut(context, { ...asked, rules: { ...rules, tag: "no" } }))).toContain("rules.tag");
  });
});

describe("an entry", () => {
  it("says what is missing, what goes out, and refuses what does not exist", async () => {
    const { context, logbookId, entry } = await entered();
    expect(entry).toMatchObject({
      on: true,
      ownCall: "CX3QUA",
      side: "outside",
      period: { from: "2026-10-15T21:00:00Z" },
    });
    expect(entry.missing).toEqual(["a name", "an address", "a mail address"]);
    expect(problemOf(enter(context, logbookId, ENTRY))).toContain("entered already");
    expect(problemOf(enter(context, logbookId, { ...ENTRY, tag: "OMBU-ZONE" }))).toContain("assisted");
    const zones = valueOf(
      enter(context, logbookId, {
        ...ENTRY,
        tag: "OMBU-ZONE",
        category: { operator: "SINGLE-OP", band: "ALL", power: "LOW" },
      }),
    );
    expect(zones).toMatchObject({ sent: { zone: "13" }, on: true });
    expect(valueOf(getEntry(context, entry.id)).on).toBe(false);
    expect(
      valueOf(changeEntry(context, entry.id, { on: true, header: taken(headerSchema, { name: "Inés Cardozo" }) })),
    ).toMatchObject({
      on: true,
      missing: ["an address", "a mail address"],
    });
    expect(problemOf(changeEntry(context, zones.id, { sent: { zone: "77" } }))).toContain(
      "sent.zone: Zone 77 does not exist",
    );
    expect(problemOf(changeEntry(context, zones.id, { category: { operator: "SINGLE-OP" } }))).toContain(
      "the band category is missing",
    );
    expect(valueOf(listEntries(context, logbookId)).map(({ tag, on }) => [tag, on])).toEqual([
      ["OMBU-ZONE", false],
      ["SUDESTADA-PREFIX", true],
    ]);
    log(context, entry, "LU2QSA", 0);
    valueOf(removeEntry(context, entry.id));
    expect(problemOf(getEntry(context, entry.id))).toContain("does not exist");
  });

  it("logs contacts like any other, scored at once, and rescored by any change of them", async () => {
    const { context, logbookId, entry } = await entered();
    const first = log(context, entry, "LU2QSA", 0, { received: { serial: "001" } });
    expect(first).toMatchObject({
      contact: {
        contestId: "SUDESTADA-PREFIX",
        serialSent: 1,
        serialReceived: 1,
        reportReceived: "599",
        ownCall: "CX3QUA",
        power: 100,
      },
      judgement: { points: 2, duplicate: false, fresh: [{ item: "LU2" }] },
      remark: null,
    });
    const second = log(context, entry, "DL1QTA", 1);
    const again = log(context, entry, "LU2QSA/P", 2);
    expect([second.contact.serialSent, again.contact.serialSent]).toEqual([2, 3]);
    expect(again.judgement).toMatchObject({ duplicate: true, points: 0 });
    expect(valueOf(standingOf(context, entry.id))).toMatchObject({
      score: 12,
      total: { contacts: 2, duplicates: 1, points: 6 },
      nextSerial: 4,
      operators: [{ operator: "CX3QUA", contacts: 3 }],
    });
    valueOf(changeContact(context, logbookId, first.contact.id, { band: "15m" }));
    expect(valueOf(standingOf(context, entry.id)).total).toMatchObject({ contacts: 3, duplicates: 0, points: 8 });
    valueOf(deleteContact(context, logbookId, second.contact.id));
    expect(valueOf(standingOf(context, entry.id))).toMatchObject({ score: 4, total: { contacts: 2 } });
    const rows = valueOf(listContestRows(context, entry.id, { offset: 0, limit: 1 }));
    expect([rows.total, rows.items[0]!.contact.call]).toEqual([2, "LU2QSA/P"]);
    const kept = boardOf(context, valueOf(getEntry(context, entry.id)));
    expect(boardOf(context, valueOf(getEntry(context, entry.id)))).toBe(kept);
  });

  it("gives a browser all it needs to say the same at once", async () => {
    const now = Date.parse("2026-11-18T19:00:00Z") / 1000;
    const { context, entry } = await entered(
      { tag: "OMBU-ZONE", category: { operator: "SINGLE-OP", band: "ALL", power: "LOW" } },
      now,
    );
    const calls = ["DL1QTA", "LU2QSA", "W7QUD", "JA3QRM", "DL1QTA/P", "CX3QRA"];
    calls.slice(0, 4).forEach((call, index) =>
      valueOf(
        logTyped(context, entry.id, {
          call,
          startedAt: `2026-11-18T17:${10 + index}:00Z`,
          band: index % 2 === 0 ? "20m" : "15m",
          mode: "CW",
          received: { zone: "14" },
        }),
      ),
    );
    const sent = JSON.parse(JSON.stringify(valueOf(entryBoard(context, entry.id)))) as ContestBoard;
    expect(sent.contacts).toHaveLength(4);
    const board = createScoreboard(entry.rules, sent.entrant);
    for (const contact of sent.contacts!) board.put(contact);
    const at = "2026-11-18T18:00:00Z";
    for (const call of calls) {
      for (const band of ["20m", "15m", "10m"]) {
        for (const typed of [{}, { zone: "13" }, { zone: "99" }]) {
          const asked = { call, band, mode: "CW" };
          const here = worthOf(entry.rules, board, { ...asked, typed, at: Date.parse(at) / 1000 }, null);
          const { guesses, ...there } = valueOf(
            worthOfTyped(context, entry.id, { ...asked, at, typed: JSON.stringify(typed) }),
          );
          expect(Object.keys(here.guesses)).toEqual(Object.keys(guesses));
          expect({ ...here, guesses: null }).toEqual({ ...there, guesses: null });
        }
      }
    }
  });

  it("tells what a contact would be worth, guesses, and doubts", async () => {
    const { context, entry } = await entered(
      {
        tag: "OMBU-ZONE",
        category: { operator: "SINGLE-OP", band: "ALL", power: "LOW" },
      },
      Date.parse("2026-11-18T19:00:00Z") / 1000,
    );
    const at = "2026-11-18T18:00:00Z";
    const ask = (typed: object, call = "DL1QTA") =>
      valueOf(worthOfTyped(context, entry.id, { call, band: "20m", mode: "CW", at, typed: JSON.stringify(typed) }));
    expect(ask({})).toMatchObject({
      guesses: { zone: { value: "14", from: "the call" } },
      judgement: {
        points: 4,
        duplicate: false,
        fresh: [{ item: "14", name: "Western Europe" }, { name: "Germany" }],
      },
      doubts: [],
    });
    expect(ask({ zone: "20" }).doubts).toEqual([{ field: "zone", text: "Germany is in zone 14" }]);
    expect(ask({ zone: "99" }).faults[0]).toMatchObject({ field: "zone" });
    valueOf(
      logTyped(context, entry.id, {
        call: "DL1QTA",
        startedAt: at,
        band: "20m",
        mode: "CW",
        received: { zone: "14" },
      }),
    );
    expect(ask({})).toMatchObject({ judgement: { duplicate: true }, before: [{ band: "20m" }] });
    expect(valueOf(sheetsOf(context, entry.id))[0]!.items.find(({ item }) => item === "14")).toMatchObject({
      name: "Western Europe",
      worked: { "20m": { call: "DL1QTA" } },
    });
  });
});

it("logs a contact long before the start when it is insisted on, and says that it does not count", async () => {
  const { context, entry } = await entered({}, NOW - 6 * 86_400);
  const early = logTyped(context, entry.id, {
    call: "LU2QSA",
    startedAt: isoTime(NOW - 6 * 86_400),
    band: "20m",
    mode: "CW",
    received: { serial: "4" },
    facts: { contestId: "OTHER", theirPower: 5 },
  });
  expect(valueOf(early)).toMatchObject({
    contact: { contestId: "SUDESTADA-PREFIX", theirPower: 5 },
    judgement: { refused: "before the start", points: 0 },
  });
});

it("takes nonsense when it is insisted on, as it was typed", async () => {
  const change = { tag: "OMBU-ZONE", category: { operator: "SINGLE-OP", band: "ALL", power: "LOW" } };
  const { context, entry } = await entered(change, Date.parse("2026-11-18T19:00:00Z") / 1000);
  const startedAt = "2026-11-18T18:00:00Z";
  const odd = valueOf(
    logTyped(context, entry.id, {
      call: "DL1QTA",
      startedAt,
      band: "20m",
      mode: "CW",
      received: { zone: "<b>0" },
    }),
  );
  expect(odd).toMatchObject({ contact: { exchangeReceived: "<b>0", cqZone: 14 }, judgement: { values: {} } });
  const dash = await entered();
  expect(log(dash.context, dash.entry, "LU2QSA", 0, { received: { serial: "12X" } }).contact).toMatchObject({
    serialReceived: null,
    partsReceived: { serial: "12X" },
  });
  expect(log(dash.context, dash.entry, "LU2QSB", 0, { received: { serial: "99999" } }).contact.serialReceived).toBe(
    99_999,
  );
});

describe("serials", () => {
  it("go out once, however many positions send, and come back when they were not used", async () => {
    const { context, entry } = await entered();
    const serial = (position: string) => valueOf(reserveSerial(context, entry.id, position)).serial;
    expect([serial("a"), serial("b"), serial("a")]).toEqual([1, 2, 1]);
    valueOf(giveBackSerial(context, entry.id, "a"));
    expect(serial("c")).toBe(1);
    const logged = log(context, entry, "LU2QSA", 0, { position: "b", serialSent: 2 });
    expect(logged.contact.serialSent).toBe(2);
    expect(serial("b")).toBe(3);
  });

  it("go on after those of contacts that came another way", async () => {
    const { context, logbookId, entry } = await entered();
    const startedAt = isoTime(NOW - 600);
    const facts = { call: "DL1QTA", startedAt, band: "20m", mode: "CW", contestId: entry.tag, serialSent: 41 };
    valueOf(logContact(context, logbookId, facts));
    expect(log(context, entry, "LU2QSA", 0).contact.serialSent).toBe(42);
    expect(log(context, entry, "LU2QSB", 1, { serialSent: 41 })).toMatchObject({ contact: { serialSent: 43 } });
  });

  it("go on in their turn when one was mistyped, and after a run that came from elsewhere", async () => {
    const { context, logbookId, entry } = await entered();
    expect([1, 2, 3].map((at) => log(context, entry, "LU2QSA", at).contact.serialSent)).toEqual([1, 2, 3]);
    expect(log(context, entry, "LU2QSB", 4, { serialSent: 99_999 }).contact.serialSent).toBe(99_999);
    expect(log(context, entry, "LU2QSC", 5).contact.serialSent).toBe(4);
    const { contact } = log(context, entry, "LU2QSD", 6);
    valueOf(changeContact(context, logbookId, contact.id, { serialSent: 88_888 }));
    expect(log(context, entry, "LU2QSE", 7).contact.serialSent).toBe(6);
    for (const serialSent of [350, 351, 352]) {
      const startedAt = isoTime(NOW - 900 + serialSent);
      const facts = { call: "DL1QTA", startedAt, band: "40m", mode: "CW", contestId: entry.tag, serialSent };
      valueOf(logContact(context, logbookId, facts));
    }
    expect(log(context, entry, "LU2QSF", 8).contact.serialSent).toBe(353);
  });

  it("of contacts handed in late are resolved and reported, and each contact is taken once", async () => {
    const { context, entry } = await entered();
    log(context, entry, "LU2QSA", 0, { position: "a" });
    const late = { position: "b", serialSent: 1, handIn: "b-1" };
    const handed = log(context, entry, "DL1QTA", 1, late);
    expect(handed.contact).toMatchObject({ serialSent: 2, notes: expect.stringContaining("Sent serial 1") as string });
    expect(handed.remark).toContain("kept with 2");
    expect(log(context, entry, "DL1QTA", 1, late).contact.id).toBe(handed.contact.id);
    expect(valueOf(listContestRows(context, entry.id, { offset: 0, limit: 100 })).total).toBe(2);
  });
});

describe("after it", () => {
  it("finds what is probably wrong, and remembers what was looked at", async () => {
    const { context, entry } = await entered({ category: { ...ENTRY.category, band: "20M" } });
    log(context, entry, "LU2QSA", 0, { received: { serial: "5" } });
    log(context, entry, "LU2QSA", 1, { band: "40m", received: { serial: "4" } });
    log(context, entry, "LU2QSB", 2, { received: {} });
    const findings = valueOf(listFindings(context, entry.id));
    expect(findings.map(({ kind, contact, text }) => `${kind} ${contact.call}: ${text}`)).toEqual([
      "category LU2QSA: On 40 m, and the category is 20M.",
      "missing LU2QSB: Serial is missing or has no known form.",
      "serial LU2QSA: LU2QSA sent 4 here and 5 before, on 20 m.",
      "call LU2QSB: LU2QSB is one letter off LU2QSA, worked 2 times.",
    ]);
    valueOf(markFinding(context, entry.id, { key: findings[0]!.key, lookedAt: true }));
    expect(valueOf(listFindings(context, entry.id)).map(({ lookedAt }) => lookedAt)).toEqual([
      true,
      false,
      false,
      false,
    ]);
  });

  it("knows of a doubtful call what the rest of the log and the directory's answers say", async () => {
    const { context, logbookId, entry } = await entered();
    log(context, entry, "LU2QSA", 0, { received: { serial: "5" } });
    log(context, entry, "LU2QSA", 30, { band: "40m", received: { serial: "40" } });
    log(context, entry, "LU2QSB", 60, { band: "15m", received: { serial: "75" } });
    const doubts = () => valueOf(listFindings(context, entry.id)).filter(({ kind }) => kind === "call");
    const [before] = doubts();
    expect(before).toMatchObject({ contact: { call: "LU2QSB" } });
    expect(before!.weight).toBeGreaterThan(0.5);
    valueOf(markFinding(context, entry.id, { key: before!.key, lookedAt: true }));

    const { store } = context;
    const listing = { baseCall: "LU2QSB", directory: "almanac", body: '{"call":"LU2QSB"}', askedAt: NOW };
    store.run(store.q.insertInto("listing").values(listing));
    log(context, entry, "LU2QSA", 90, { band: "10m", received: { serial: "99" } });
    const [listed] = doubts();
    expect(listed!.weight).toBeLessThan(0.5);
    // What was looked at stays so, though the other was worked once more.
    expect(listed).toMatchObject({ lookedAt: true, text: expect.stringContaining("worked 3 times") as string });

    valueOf(
      logContact(context, logbookId, { call: "LU2QSB", startedAt: isoTime(NOW - 90_000), band: "20m", mode: "CW" }),
    );
    log(context, entry, "DL1QTA", 100, { received: { serial: "3" } });
    expect(doubts()).toEqual([]);
  });

  it("writes a log file that is read back, and says what is missing", async () => {
    const { context, entry } = await entered({
      header: { name: "Inés Cardozo", address: "Camino del Faro 1\nCabo Farol" },
    });
    log(context, entry, "LU2QSA", 0, { frequencyHz: 14_025_000, received: { serial: "5" } });
    log(context, entry, "DL1QTA", 1, { received: {} });
    const file = valueOf(logFileOf(context, entry.id));
    expect(file).toMatchObject({
      contacts: 2,
      readBack: 2,
      claimedScore: 2,
      unclaimed: [{ as: "withdrawn", why: "Serial is missing or not understood", contacts: 1 }],
    });
    expect(file.faults.map(({ text }) => text)).toEqual(["a mail address is missing"]);
    expect(file.text).toMatch(/^X-QSO: .*DL1QTA/m);
    const { header, lines, faults } = readCabrillo(file.text, () => ({
      sent: { least: 2, most: 2 },
      received: () => ({ least: 2, most: 2 }),
    }));
    expect(faults).toEqual([]);
    expect(Object.fromEntries(header)).toMatchObject({
      CONTEST: "SUDESTADA-PREFIX",
      CALLSIGN: "CX3QUA",
      "CATEGORY-OPERATOR": "SINGLE-OP",
      NAME: "Ines Cardozo",
      ADDRESS: "Camino del Faro 1\nCabo Farol",
      "CLAIMED-SCORE": "2",
    });
    expect(lines.map(({ sent, call, received }) => [sent, call, received])).toEqual([
      [["599", "001"], "LU2QSA", ["599", "005"]],
      [["599", "002"], "DL1QTA", ["599", "-"]],
    ]);
    valueOf(changeEntry(context, entry.id, { leavesOut: true }));
    const without = valueOf(logFileOf(context, entry.id));
    expect(without).toMatchObject({ contacts: 1, readBack: 1, claimedScore: 2, unclaimed: [{ as: "left out" }] });
    expect(without.text).not.toContain("DL1QTA");
  });
});

it("reads back a log of several transmitters, too", async () => {
  const { context, entry } = await entered({
    category: { ...ENTRY.category, operator: "MULTI-OP" },
    header: { name: "A", address: "B", email: "c@d.example" },
  });
  log(context, entry, "LU2QSA", 0, { frequencyHz: 14_025_000 });
  log(context, entry, "LU2QSB", 1, { frequencyHz: 14_030_000, facts: { transmitter: 1 } });
  const file = valueOf(logFileOf(context, entry.id));
  expect(file.text).toContain("599    007    0");
  expect(file.text).toMatch(/LU2QSB +599 +007 +1\r\n/);
  expect(file.faults).toEqual([]);
  const { lines } = readCabrillo(file.text, () => wordCountsFor(entry.rules, entry.side));
  expect(lines.map(({ call, transmitter }) => [call, transmitter])).toEqual([
    ["LU2QSA", 0],
    ["LU2QSB", 1],
  ]);
});

it("holds the hours of a contest against those of an earlier year", async () => {
  const { context, logbookId, entry } = await entered();
  const { id: earlierId } = valueOf(enter(context, logbookId, { ...ENTRY, from: "2025-10-16T21:00:00Z" }));
  const earlier = valueOf(getEntry(context, earlierId));
  for (const [index, startedAt] of ["2025-10-16T21:10:00Z", "2025-10-16T23:10:00Z", "2025-10-16T23:20:00Z"].entries())
    valueOf(
      logTyped(context, earlier.id, {
        call: `DL${index + 1}QTA`,
        startedAt,
        band: "20m",
        mode: "CW",
        received: { serial: "1" },
      }),
    );
  log(context, entry, "LU2QSA", 0);
  const standing = valueOf(standingOf(context, entry.id));
  expect(standing.earlier).toMatchObject({ name: "2025" });
  expect(standing.earlier!.hours.slice(0, 3).map(({ contacts }) => contacts)).toEqual([1, 0, 2]);
  expect(standing.hours.slice(12, 15).map(({ contacts }) => contacts)).toEqual([0, 1, 0]);
  expect(valueOf(standingOf(context, earlier.id)).earlier).toBeNull();
});

describe("positions", () => {
  it("see one another and write notes", async () => {
    const { context, entry } = await entered();
    const seat = { name: "Left", operator: "CX3QUA", band: "20m", mode: "CW", way: "run" } as const;
    valueOf(seatPosition(context, entry.id, "a", seat));
    expect(
      valueOf(seatPosition(context, entry.id, "b", { ...seat, name: "Right", band: "40m" })).map(({ name }) => name),
    ).toEqual(["Left", "Right"]);
    valueOf(addPositionNote(context, entry.id, { position: "Left", text: "<b>10 m is open</b>" }));
    expect(valueOf(listPositionNotes(context, entry.id))).toMatchObject([
      { position: "Left", text: "<b>10 m is open</b>" },
    ]);
    expect(() => taken(positionNoteInputSchema, { position: "Left", text: " " })).toThrow("empty");
  });
});

it("is described", () => {
  expect(Object.keys(openApiDocument().paths ?? {})).toEqual(
    expect.arrayContaining(["/entries/{entryId}/worth", "/contests", "/links/{linkId}/commands"]),
  );
});
