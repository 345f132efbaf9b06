import fc from "fast-check";
import { sql } from "kysely";
import { contactQuerySchema, logbookInputSchema } from "../../core/contract";
import { sortText } from "../../core/view";
import type { Context } from "../context";
import { runTestJob, taken, testContext, valueOf } from "../testing";
import { changeContact, deleteContact, logContact } from "./contacts";
import { createLogbook } from "./logbooks";
import { createSearcher, type Search } from "./search";
import { undoBatch } from "./undo";

const NOW = Date.UTC(2026, 10, 23, 21, 40, 7) / 1000;

const facts = fc.record(
  {
    call: fc.constantFrom("DL1QTA", "DL1QTB/P", "OY4QSA", "LU3QSC"),
    startedAt: fc.integer({ min: 1, max: 5 }).map((minute) => `2026-11-20T10:0${minute}:00Z`),
    band: fc.constantFrom("20m", "15m", "2m"),
    name: fc.constantFrom(null, "Ana", "ana", "Émile", "Zoë"),
    comment: fc.constantFrom(null, "fine signal", "a long call"),
  },
  { noNullPrototype: true },
);
const step = fc.oneof(
  fc.record({ do: fc.constant("log" as const), facts }),
  fc.record({ do: fc.constant("change" as const), which: fc.nat(20), facts }),
  fc.record({ do: fc.constant("delete" as const), which: fc.nat(20) }),
  fc.record({ do: fc.constant("undo" as const), which: fc.nat(20) }),
  fc.record({ do: fc.constant("move" as const), which: fc.nat(20) }),
  fc.record({ do: fc.constant("card" as const), which: fc.nat(20) }),
);

const asks = [
  {},
  { sort: "startedAt" },
  { sort: "call" },
  { sort: "-name" },
  { sort: "band" },
  { sort: "-entityCode" },
  { sort: "card" },
  { sort: "frequencyHz", band: "20m" },
  { find: "dl1" },
  { find: "emile fine", sort: "call" },
  {
    filter: JSON.stringify({
      join: "any",
      of: [
        { field: "name", is: "empty" },
        { field: "card.received", is: "is", value: "confirmed" },
      ],
    }),
  },
  { filter: JSON.stringify({ join: "all", of: [{ field: "entityConfirmed", is: "yes" }] }), sort: "-call" },
];

function searchOf(logbookId: number, query: object): Search {
  const { sort, limit: _limit, ...asked } = taken(contactQuerySchema, query);
  return { logbookId, asked, sort: sort ?? { column: "startedAt", descending: true } };
}

async function take(context: Context, logbookId: number, other: number, one: unknown): Promise<void> {
  const { store } = context;
  const now = one as { do: string; which?: number; facts?: Record<string, unknown> };
  const ids = store.values(store.q.selectFrom("contact").select("id").where("logbookId", "=", logbookId).orderBy("id"));
  const id = ids[(now.which ?? 0) % Math.max(1, ids.length)];
  if (now.do === "log") valueOf(logContact(context, logbookId, { mode: "CW", ...now.facts }));
  else if (now.do === "undo") {
    const batches = store.values(store.q.selectFrom("journalBatch").select("id").where("logbookId", "=", logbookId));
    if (batches.length > 0) undoBatch(context, logbookId, batches[now.which! % batches.length]!);
  } else if (id === undefined) return;
  else if (now.do === "change") valueOf(changeContact(context, logbookId, id, now.facts));
  else if (now.do === "delete") valueOf(deleteContact(context, logbookId, id));
  else if (now.do === "move" || now.do === "card") {
    const change =
      now.do === "move"
        ? ({ do: "move", logbookId: other } as const)
        : ({ do: "card", received: "confirmed", on: null, via: null } as const);
    const preview = await runTestJob(context, logbookId, { kind: "preview", selection: { ids: [id] }, change });
    await runTestJob(context, logbookId, { kind: "change", change, previewId: preview.id });
  }
}

test("what is kept in memory follows every change, and is what reading anew gives", async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 12 }), async (steps) => {
      const { context, logbookId } = await testContext(NOW);
      const site = { name: "Club", call: "CX9QTH", grid: "GF35" };
      const other = valueOf(createLogbook(context, taken(logbookInputSchema, { name: "Club", site }))).id;
      const kept = createSearcher(context.store);
      for (const one of steps) {
        await take(context, logbookId, other, one);
        const anew = createSearcher(context.store);
        for (const logbook of [logbookId, other])
          for (const query of asks) {
            const search = searchOf(logbook, query);
            expect([query, kept.all(search, NOW)]).toEqual([query, anew.all(search, NOW)]);
          }
        for (const like of ["DL", "QS", "1Q"])
          expect(kept.hints({ logbookId, like, most: 9 })).toEqual(anew.hints({ logbookId, like, most: 9 }));
      }
    }),
    { numRuns: 40 },
  );
});

test("the order is the database's own: nothing first, without case, the newest first among equals", async () => {
  const { context, logbookId } = await testContext(NOW);
  const { store } = context;
  for (const one of fc.sample(facts, 60)) valueOf(logContact(context, logbookId, { mode: "CW", ...one }));
  const searcher = createSearcher(store);
  for (const column of ["call", "name", "comment", "startedAt", "frequencyHz", "mode"])
    for (const descending of [false, true]) {
      const ordered = store.values(
        store.q
          .selectFrom("contact")
          .select("id")
          .orderBy(sql`${sql.ref(column)} COLLATE NOCASE`, descending ? "desc" : "asc")
          .orderBy("startedAt", "desc")
          .orderBy("id", "desc"),
      );
      const sort = { column, descending };
      expect([sortText(sort), searcher.all({ logbookId, asked: {}, sort }, NOW)]).toEqual([sortText(sort), ordered]);
    }
});

test("a contact of a number beyond what there was room for is found", async () => {
  const { context, logbookId } = await testContext(NOW);
  const { store } = context;
  const searcher = createSearcher(store);
  const first = valueOf(
    logContact(context, logbookId, { call: "DL1QTA", startedAt: "2026-11-20T10:00:00Z", band: "20m", mode: "CW" }),
  );
  for (const query of asks) searcher.all(searchOf(logbookId, query), NOW);
  const jump = sql<never>`UPDATE sqlite_sequence SET seq = 50000 WHERE name = 'contact'`;
  store.run({ compile: () => jump.compile(store.q) });
  const far = valueOf(
    logContact(context, logbookId, { call: "DL1QTB", startedAt: "2026-11-20T10:00:00Z", band: "20m", mode: "CW" }),
  );
  expect(far.id).toBe(50_001);
  expect(searcher.all(searchOf(logbookId, { find: "dl1" }), NOW)).toEqual([far.id, first.id]);
  expect(searcher.all(searchOf(logbookId, { sort: "call", band: "20m" }), NOW)).toEqual([first.id, far.id]);
});
