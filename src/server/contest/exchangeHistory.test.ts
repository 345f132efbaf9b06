import fc from "fast-check";
import { isoTime } from "../../core/contact";
import { type RulesInput, SHIPPED_CONTESTS } from "../../core/contest";
import { contestContactInputSchema, type Entry, entryInputSchema, importChoicesSchema } from "../../core/contract";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Context } from "../context";
import { changeContact, getContact, logContact } from "../logbook/contacts";
import { undoBatch } from "../logbook/undo";
import { newestEntry } from "../logbook/journal";
import { runTestJob, taken, testContext, valueOf } from "../testing";
import { boardOf } from "./board";
import { listContestRows, logContestContact } from "./contestLog";
import { saveContest, tryOut } from "./definitions";
import { createEntry } from "./entries";
import { logFileOf } from "./logFile";

const NOW = Date.parse("2026-11-28T20:00:00Z") / 1000;
const folder = mkdtempSync(join(tmpdir(), "ypsiloid-history-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A contest that needs all that can go wrong: numbers that could be each other, a grid, and a side with a state. */
const DEFINITION: RulesInput = {
  format: "ypsiloid-contest/1",
  name: "Sudestada Trial",
  tag: "SUDESTADA-TRIAL",
  when: { fixed: [{ from: "2026-11-28T00:00:00Z", to: "2026-11-29T00:00:00Z" }] },
  deadlineDays: 7,
  bands: ["20m", "15m"],
  modes: ["CW", "voice"],
  sides: [{ id: "states", label: "With states", when: { theirs: { entity: [291, 108, 144] } } }],
  exchange: {
    states: [
      { id: "report", label: "Report", type: "report" },
      { id: "zone", label: "Zone", type: "ituZone" },
      { id: "age", label: "Age", type: "age" },
      { id: "square", label: "Grid", type: "grid", optional: true },
      { id: "state", label: "State", type: "subdivision", entities: [291, 108, 144] },
    ],
    outside: [
      { id: "report", label: "Report", type: "report" },
      { id: "zone", label: "Zone", type: "ituZone" },
      { id: "age", label: "Age", type: "age" },
      { id: "square", label: "Grid", type: "grid", optional: true },
    ],
  },
  points: [
    { if: { other: ["ituZone"] }, points: { perKm: 500, points: 1 } },
    { if: { distance: { over: 100 } }, points: 2 },
    { points: 1 },
  ],
  multipliers: [
    { id: "zone", label: "Zones", of: "ituZone", per: "band" },
    { id: "state", label: "States", of: "part", part: "state", per: "contest" },
    { id: "field", label: "Fields", of: "gridField", per: "contest" },
    { id: "age", label: "Ages", of: "part", part: "age", per: "contest" },
  ],
  duplicates: { per: "band" },
  categories: { operator: ["SINGLE-OP"] },
};

async function entered(tag = DEFINITION.tag, more: object = {}) {
  const { context, logbookId } = await testContext(NOW);
  valueOf(saveContest(context, DEFINITION));
  const input = {
    tag,
    ownCall: "CX3QUA",
    category: { operator: "SINGLE-OP" },
    operators: ["CX3QUA"],
    sent: { zone: "14", age: "40", state: "MO" },
    ...more,
  };
  return { context, logbookId, entry: valueOf(createEntry(context, logbookId, taken(entryInputSchema, input))) };
}

/** A contact as it is meant to be in the end. */
interface Meant {
  readonly call: string;
  readonly band: string;
  readonly received: Readonly<Record<string, string>>;
}
function logMeant(context: Context, entry: Entry, { call, band, received }: Meant, minute: number): number {
  const startedAt = isoTime(NOW - 3600 * 8 + minute * 60);
  const input = taken(contestContactInputSchema, { call, startedAt, band, mode: "CW", received });
  return valueOf(logContestContact(context, entry.id, input)).contact.id;
}

/** All that follows from the contacts: the score, what each is worth and understood as, the facts, and the file. */
function outcome(context: Context, logbookId: number, entry: Entry) {
  const rows = valueOf(listContestRows(context, entry.id, { offset: 0, limit: 500 })).items;
  return {
    score: boardOf(context, entry).board.score(),
    rows: rows.map(({ contact, judgement }) => {
      const { call, ituZone, cqZone, grid, state, exchangeReceived, serialReceived, reportReceived } = contact;
      return { call, ituZone, cqZone, grid, state, exchangeReceived, serialReceived, reportReceived, judgement };
    }),
    log: valueOf(logFileOf(context, entry.id)).text,
  };
}

const ZONES = ["14", "8", "75", "91", "x9"];
const AGES = ["20", "91", "33"];
const part = {
  zone: fc.constantFrom(...ZONES),
  age: fc.constantFrom(...AGES),
  square: fc.constantFrom("GF35", "FN31", "ZZ99"),
  state: fc.constantFrom("MA", "SP", "MO"),
};
const CALLS = ["W1QRA", "PY8QRA", "CX4QRA", "DL1QTA", "EA8/DL1QTA"];
const meant: fc.Arbitrary<Meant> = fc.record({
  call: fc.constantFrom(...CALLS),
  band: fc.constantFrom("20m", "15m"),
  received: fc.record(part, { requiredKeys: ["zone", "age"] }),
});
type Step =
  | { readonly do: "call"; readonly of: number; readonly call: string }
  | { readonly do: "band"; readonly of: number; readonly band: string }
  | { readonly do: "parts"; readonly of: number; readonly parts: Readonly<Record<string, string>> }
  | { readonly do: "text"; readonly of: number; readonly zone: string; readonly age: string }
  | { readonly do: "undo" };
/** The text is of what their side sends: a state that it does not send stays as it was typed, for another call. */
const unsaid = ({ call, received: { state } }: Meant) =>
  state !== undefined && /DL1QTA/.test(call) ? { state } : ({} as Record<string, string>);
const of = fc.nat(2);
const step: fc.Arbitrary<Step> = fc.oneof(
  fc.record({ do: fc.constant("call" as const), of, call: fc.constantFrom(...CALLS) }),
  fc.record({ do: fc.constant("band" as const), of, band: fc.constantFrom("20m", "15m") }),
  fc.record({ do: fc.constant("parts" as const), of, parts: fc.record(part, { requiredKeys: [] }) }),
  fc.record({
    do: fc.constant("text" as const),
    of,
    zone: fc.constantFrom("14", "8", "75"),
    age: fc.constantFrom("20", "33"),
  }),
  fc.constant({ do: "undo" as const }),
);

test("whatever was changed, and changed back, it is as if all had been typed right at once", () =>
  fc.assert(
    fc.asyncProperty(
      fc.array(meant, { minLength: 3, maxLength: 3 }),
      fc.array(step, { maxLength: 12 }),
      async (begun, steps) => {
        const { context, logbookId, entry } = await entered();
        const ids = begun.map((one, minute) => logMeant(context, entry, one, minute));
        let now: readonly Meant[] = begun;
        const undoable: { readonly batch: number; readonly before: readonly Meant[] }[] = [];
        for (const one of steps) {
          if (one.do === "undo") {
            const last = undoable.pop();
            if (last === undefined) continue;
            expect(valueOf(undoBatch(context, logbookId, last.batch)).blocked).toEqual([]);
            now = last.before;
            continue;
          }
          const before = now;
          const contact = before[one.of]!;
          const entries = newestEntry(context.store);
          const received =
            one.do === "parts"
              ? { ...contact.received, ...one.parts }
              : one.do === "text"
                ? { ...unsaid(contact), zone: one.zone, age: one.age }
                : contact.received;
          const patch =
            one.do === "call"
              ? { call: one.call }
              : one.do === "band"
                ? { band: one.band }
                : one.do === "parts"
                  ? { partsReceived: { report: "599", ...received } }
                  : { exchangeReceived: `${one.zone} ${one.age}` };
          valueOf(changeContact(context, logbookId, ids[one.of]!, patch));
          const next = {
            ...contact,
            ...(one.do === "call" ? { call: one.call } : {}),
            ...(one.do === "band" ? { band: one.band } : {}),
            received,
          };
          now = before.map((other, index) => (index === one.of ? next : other));
          if (newestEntry(context.store) > entries) undoable.push({ batch: newestBatch(context), before });
        }
        const right = await entered();
        now.forEach((one, minute) => logMeant(right.context, right.entry, one, minute));
        expect(outcome(context, logbookId, entry)).toEqual(outcome(right.context, right.logbookId, right.entry));
      },
    ),
    { numRuns: 120 },
  ));

function newestBatch({ store }: Context): number {
  return store.first(store.q.selectFrom("journalBatch").select("id").orderBy("id", "desc").limit(1))!.id;
}

test("what is no zone and no age stays where it was typed, in the log, the file and what another program reads", async () => {
  const { context, logbookId, entry } = await entered();
  const id = logMeant(context, entry, { call: "DL1QTA", band: "20m", received: { zone: "91", age: "20" } }, 0);
  const [row] = valueOf(listContestRows(context, entry.id, { offset: 0, limit: 1 })).items;
  expect(row!.judgement.values).toEqual({ report: "599", age: "20" });
  expect(row!.contact).toMatchObject({
    partsReceived: { report: "599", zone: "91", age: "20" },
    exchangeReceived: "91 20",
    // Where the call says it is, since what was received is no zone.
    ituZone: 28,
  });
  expect(valueOf(logFileOf(context, entry.id)).text).toMatch(/DL1QTA +599 +91 +20\r\n/);
  valueOf(changeContact(context, logbookId, id, { partsReceived: { report: "599", zone: "75", age: "20" } }));
  expect(valueOf(getContact(context, logbookId, id))).toMatchObject({ exchangeReceived: "75 20", ituZone: 75 });
});

test("the trying out of a definition knows the grid that is typed, and whose state it is", async () => {
  const { context } = await testContext(NOW);
  const asked = { rules: DEFINITION, ownCall: "CX3QUA", ownGrid: "GF35", band: "20m", mode: "CW" };
  const tried = (call: string, exchange: string) => valueOf(tryOut(context, { ...asked, call, exchange }));
  // From GF35 to FN31 there are 8 694 km on the sphere: eighteen begun steps of 500.
  expect(tried("W1QRA", "599 8 33 FN31 MA")).toMatchObject({
    judgement: {
      points: 18,
      why: "8694 km",
      fresh: expect.arrayContaining([expect.objectContaining({ item: "MA", entity: 291 })]) as unknown,
    },
  });
  expect(tried("W1QRA", "599 8 33 MA").judgement).toMatchObject({
    points: 0,
    why: expect.stringContaining("grid") as string,
  });
  expect(tried("PY8QRA", "599 13 33 MA").judgement.fresh).toContainEqual(expect.objectContaining({ name: "Maranhão" }));
});

test("facts follow the exchange, and those typed apart stay", async () => {
  const { context, logbookId, entry } = await entered();
  const received = { zone: "8", age: "33", square: "FN31", state: "MA" };
  const id = logMeant(context, entry, { call: "W1QRA", band: "20m", received }, 0);
  const now = () => {
    const { grid, state, ituZone, name } = valueOf(getContact(context, logbookId, id));
    return { grid, state, ituZone, name };
  };
  const change = (patch: object) => valueOf(changeContact(context, logbookId, id, patch));
  expect(now()).toEqual({ grid: "FN31", state: "MA", ituZone: 8, name: null });
  change({ partsReceived: { ...received, square: "FN42", state: "MASS", zone: "7" } });
  expect(now()).toEqual({ grid: "FN42", state: "MA", ituZone: 7, name: null });
  change({ grid: "FN42ab", name: "Ana" });
  change({ partsReceived: { ...received, square: "FN43" } });
  expect(now()).toEqual({ grid: "FN42ab", state: "MA", ituZone: 8, name: "Ana" });
  // Another call has another zone of its own; what was received is what it sent.
  change({ call: "W6QRA" });
  expect(now()).toMatchObject({ ituZone: 8, state: "MA" });
  change({ partsReceived: { age: "33" } });
  expect(now()).toMatchObject({ state: null, grid: "FN42ab" });
});

describe("what an earlier version left, which knew no parts", () => {
  const received = { zone: "8", age: "33", state: "MA" };

  test("is understood from its texts, and has parts once it is corrected", async () => {
    const { context, logbookId, entry } = await entered();
    const id = logMeant(context, entry, { call: "W1QRA", band: "20m", received }, 0);
    const before = outcome(context, logbookId, entry);
    const { store } = context;
    store.run(store.q.updateTable("contact").set({ partsSent: null, partsReceived: null }).where("id", "=", id));
    // Read anew, as after a start with that version's file.
    valueOf(changeContact(context, logbookId, id, { comment: "loud" }));
    expect(outcome(context, logbookId, entry)).toEqual(before);
    expect(valueOf(getContact(context, logbookId, id)).partsReceived).toBeNull();
    expect(valueOf(changeContact(context, logbookId, id, { exchangeReceived: "7 33 - MA" }))).toMatchObject({
      partsReceived: { zone: "7", age: "33", state: "MA" },
      ituZone: 7,
    });
  });

  test("is brought back by an undo as it was then", async () => {
    const { context, logbookId, entry } = await entered();
    const id = logMeant(context, entry, { call: "W1QRA", band: "20m", received }, 0);
    const before = outcome(context, logbookId, entry);
    valueOf(changeContact(context, logbookId, id, { exchangeReceived: "7 20 - MA" }));
    const { store } = context;
    const batch = newestBatch(context);
    for (const row of store.all(
      store.q.selectFrom("journalEntry").select(["id", "before"]).where("batchId", "=", batch),
    )) {
      const { partsReceived: _parts, ...texts } = JSON.parse(row.before!) as Record<string, unknown>;
      store.run(
        store.q
          .updateTable("journalEntry")
          .set({ before: JSON.stringify(texts) })
          .where("id", "=", row.id),
      );
    }
    expect(valueOf(undoBatch(context, logbookId, batch)).undone).toBe(1);
    expect(outcome(context, logbookId, entry)).toEqual(before);
  });
});

test("whatever is typed as parts, the contact stays one that can be changed, and gives the parts back", async () => {
  const dash = SHIPPED_CONTESTS.find(({ tag }) => tag === "SUDESTADA-PREFIX")!;
  const odd = fc.oneof(
    fc.string({ minLength: 1, maxLength: 100, unit: fc.constantFrom(..."09AX-. ") }),
    fc.constantFrom("0", "-5", "1e5", "0x10", "99999999999", "5".repeat(100), "X".repeat(100)),
  );
  for (const [tag, ids] of [
    [dash.tag, ["report", "serial"]],
    [DEFINITION.tag, ["report", "zone", "age", "square", "state"]],
  ] as const) {
    const { context, logbookId } = await testContext(NOW);
    valueOf(saveContest(context, DEFINITION));
    const contact = { startedAt: "2026-10-24T11:00:00Z", band: "20m", mode: "CW", contestId: tag, ownCall: "CX3QUA" };
    fc.assert(
      fc.property(fc.record(Object.fromEntries(ids.map((id) => [id, odd])), { requiredKeys: [] }), (given) => {
        const both = { partsSent: given, partsReceived: given };
        const { id } = valueOf(logContact(context, logbookId, { ...contact, call: "W1QRA", ...both }));
        const changed = valueOf(changeContact(context, logbookId, id, { comment: "loud" }));
        const typed = Object.entries(given as Record<string, string>);
        const kept = Object.fromEntries(
          typed.map(([key, text]) => [key, text.trim()] as const).filter(([, text]) => text !== ""),
        );
        expect(changed.partsReceived ?? {}).toEqual(kept);
        expect(changed.partsSent ?? {}).toEqual(kept);
      }),
      { numRuns: 150 },
    );
  }
});

test("a mode, a band and a comment change nothing of the exchange", async () => {
  const { context, logbookId, entry } = await entered();
  const id = logMeant(context, entry, { call: "W1QRA", band: "20m", received: { zone: "91", age: "20" } }, 0);
  const before = valueOf(getContact(context, logbookId, id));
  for (const patch of [{ comment: "loud" }, { band: "15m" }, { mode: "SSB" }, { frequencyHz: 21_025_000 }])
    valueOf(changeContact(context, logbookId, id, patch));
  expect(valueOf(getContact(context, logbookId, id))).toMatchObject({
    partsReceived: before.partsReceived,
    exchangeReceived: before.exchangeReceived,
    ituZone: before.ituZone,
  });
});

test("a serial corrected alone leaves the rest as it was typed, and what was sent as well", async () => {
  const dash = SHIPPED_CONTESTS.find(({ tag }) => tag === "SUDESTADA-PREFIX")!;
  const { context, logbookId } = await testContext(Date.parse("2026-10-16T12:00:00Z") / 1000);
  const contact = {
    call: "LU2QSA",
    startedAt: "2026-10-16T11:00:00Z",
    band: "20m",
    mode: "CW",
    contestId: dash.tag,
    serialSent: 7,
    reportSent: "599",
    serialReceived: 12,
    reportReceived: "579",
  };
  const { id } = valueOf(logContact(context, logbookId, contact));
  expect(valueOf(getContact(context, logbookId, id))).toMatchObject({
    partsSent: { report: "599", serial: "7" },
    partsReceived: { report: "579", serial: "12" },
  });
  expect(valueOf(changeContact(context, logbookId, id, { serialReceived: 13 }))).toMatchObject({
    partsReceived: { report: "579", serial: "13" },
    serialReceived: 13,
    serialSent: 7,
  });
  expect(valueOf(changeContact(context, logbookId, id, { partsSent: { report: "5NN", serial: "TT8" } }))).toMatchObject(
    {
      reportSent: "599",
      serialSent: 8,
      serialReceived: 13,
    },
  );
});

test("a log that is written and imported elsewhere is the same log", async () => {
  const { context, entry } = await entered();
  const contacts: Meant[] = [
    { call: "W1QRA", band: "20m", received: { zone: "91", age: "20", state: "MASS", square: "FN31" } },
    { call: "PY8QRA", band: "15m", received: { zone: "13", age: "91", state: "MA" } },
    { call: "DL1QTA", band: "20m", received: { zone: "14", age: "x9" } },
  ];
  contacts.forEach((one, minute) => logMeant(context, entry, one, minute));
  const { text } = valueOf(logFileOf(context, entry.id));
  const other = await entered();
  const file = join(folder, "log.cbr");
  writeFileSync(file, text);
  const choices = importChoicesSchema.parse({});
  const job = await runTestJob(other.context, other.logbookId, { kind: "import", file, fileName: "log.cbr", choices });
  expect(job.report).toMatchObject({ added: 3, refusedCount: 0 });
  const own = valueOf(listContestRows(context, entry.id, { offset: 0, limit: 9 })).items;
  const theirs = valueOf(listContestRows(other.context, other.entry.id, { offset: 0, limit: 9 })).items;
  expect(theirs.map(({ judgement }) => judgement.values)).toEqual(own.map(({ judgement }) => judgement.values));
  expect(theirs.map(({ contact }) => contact.partsReceived)).toEqual(
    own.map(({ judgement, contact }) => ({ ...contact.partsReceived, ...judgement.values })),
  );
  // What had no zone, or no age, was marked in the file as what does not count.
  expect(theirs.map(({ judgement }) => judgement.refused !== null)).toEqual([true, false, true]);
  expect(theirs[1]!.judgement.points).toBe(own[1]!.judgement.points);
});

test("contacts a minute apart in a contest log are two, and the same log again is none", async () => {
  const { context, logbookId } = await entered();
  const line = (clock: string) => `QSO: 14025 CW 2026-11-28 ${clock} CX3QUA 599 14 40 MO DL1QTA 599 28 33`;
  const log = ["START-OF-LOG: 3.0", `CONTEST: ${DEFINITION.tag}`, "CALLSIGN: CX3QUA", line("1200"), line("1201")];
  const choices = importChoicesSchema.parse({});
  const reports = [];
  const looks = [];
  for (const fileName of ["first.cbr", "again.cbr"]) {
    const file = join(folder, fileName);
    writeFileSync(file, [...log, line("1201"), "END-OF-LOG:", ""].join("\r\n"));
    looks.push((await runTestJob(context, logbookId, { kind: "look", file, fileName })).report);
    reports.push((await runTestJob(context, logbookId, { kind: "import", file, fileName, choices })).report);
  }
  expect(reports).toMatchObject([
    { added: 2, duplicates: 1 },
    { added: 0, duplicates: 3 },
  ]);
  // What is told beforehand is what is done.
  expect(looks).toMatchObject([
    { fresh: 2, duplicates: 1 },
    { fresh: 0, duplicates: 3 },
  ]);
});
