import fc from "fast-check";
import { type JobOf, logbookInputSchema } from "../../core/contract";
import type { Context } from "../context";
import { findJob } from "../jobs/job";
import { insertJob } from "../jobs/supervisor";
import { doJob } from "../jobs/work";
import { changeContact, deleteContact, logContact } from "../logbook/contacts";
import { createLogbook } from "../logbook/logbooks";
import { countedSlots, keptSlots, runTestJob, testContext, testMeans, valueOf } from "../testing";
import { awardContacts } from "./awardLooks";
import { awardTable, listAwards } from "./awardTables";
import { countLater, uncountedLogbooks } from "./counted";

const CALLS = ["DL1QTA", "OY4QSA/P", "W7QUD", "CX3QRA/MM", "JA3QRM", "EA8/LU3QSC"];
const FACTS = { grid: "JO60ab", island: "EU-018", summit: "DM/TH-001", park: "UY-0012,UY-0015", satellite: "RS-44" };
const log = (context: Context, logbookId: number, nth: number) =>
  valueOf(
    logContact(context, logbookId, {
      call: CALLS[nth % CALLS.length],
      startedAt: new Date(Date.UTC(2026, 10, 1, 0, nth)).toISOString(),
      band: ["20m", "40m"][nth % 2],
      mode: "CW",
      ...FACTS,
    }),
  ).id;
const count = (context: Context, logbookId: number) => runTestJob(context, logbookId, { kind: "count" });
const forget = ({ store }: Context) => {
  store.run(store.q.deleteFrom("awardCount").where("award", "!=", "entities"));
  store.run(store.q.deleteFrom("slot").where("award", "!=", "entities"));
};

test("what is counted later is what would have been counted at once, also while contacts change meanwhile", async () => {
  const act = fc.record({ do: fc.constantFrom("log", "change", "delete", "count"), pick: fc.nat(40) });
  await fc.assert(
    fc.asyncProperty(fc.array(act, { maxLength: 14 }), fc.boolean(), async (acts, isNew) => {
      const { context, logbookId } = await testContext();
      const ids = Array.from({ length: 5 }, (_, nth) => log(context, logbookId, nth));
      if (isNew) forget(context);
      else countLater(context.store, logbookId);
      for (const { do: what, pick } of acts) {
        const at = pick % Math.max(1, ids.length);
        if (what === "log") ids.push(log(context, logbookId, 10 + ids.length));
        else if (what === "count") await count(context, logbookId);
        else if (ids[at] !== undefined && what === "change")
          valueOf(changeContact(context, logbookId, ids[at], { call: CALLS[pick % CALLS.length], grid: "GF35" }));
        else if (ids[at] !== undefined) valueOf(deleteContact(context, logbookId, ids.splice(at, 1)[0]!));
      }
      await count(context, logbookId);
      expect(keptSlots(context, logbookId)).toEqual(countedSlots(context, logbookId));
      expect(uncountedLogbooks(context.store)).toEqual([]);
    }),
    { numRuns: 40 },
  );
});

test("a job that was stopped goes on where it was; until then the award says that it is not counted", async () => {
  const { context, logbookId } = await testContext();
  for (let nth = 0; nth < 250; nth++) log(context, logbookId, nth);
  forget(context);
  expect(uncountedLogbooks(context.store)).toEqual([logbookId]);
  expect(
    valueOf(listAwards(context, logbookId))
      .filter(({ isCounted }) => isCounted)
      .map(({ award }) => award),
  ).toEqual(["entities"]);
  const jobId = insertJob(context, logbookId, "Test", { kind: "count" });
  const abort = new AbortController();
  const stopping: Context = {
    ...context,
    announce: (event) => event.type === "job" && event.job.progress.done > 0 && abort.abort(),
  };
  await doJob(stopping, jobId, abort.signal, testMeans());
  await doJob(context, jobId, new AbortController().signal, testMeans());
  const job = findJob(context.store, jobId) as JobOf<"count">;
  expect(job).toMatchObject({ state: "done", report: { counted: 250 } });
  expect(keptSlots(context, logbookId)).toEqual(countedSlots(context, logbookId));
  expect(valueOf(awardTable(context, logbookId, "prefixes"))).toMatchObject({ isCounted: true, totals: { worked: 5 } });
});

test("an award of another version is counted anew, the others stay", async () => {
  const { context, logbookId } = await testContext();
  const { store } = context;
  for (let nth = 0; nth < 6; nth++) log(context, logbookId, nth);
  store.run(store.q.updateTable("awardCount").set({ version: 0 }).where("award", "=", "squares"));
  store.run(store.q.updateTable("slot").set({ worked: 99 }).where("award", "=", "squares"));
  await count(context, logbookId);
  expect(keptSlots(context, logbookId)).toEqual(countedSlots(context, logbookId));
});

test("a contact that moves between a logbook that is counted and one that is not is counted once in each", async () => {
  const { context, logbookId } = await testContext();
  const site = { name: "Hill", call: "CX9QTH", grid: "GF35co" };
  const other = valueOf(createLogbook(context, logbookInputSchema.parse({ name: "Other", site }))).id;
  const ids = Array.from({ length: 4 }, (_, nth) => log(context, logbookId, nth));
  countLater(context.store, other);
  const change = { do: "move" as const, logbookId: other };
  const selection = { ids: ids.slice(0, 2) };
  const { id: previewId } = await runTestJob(context, logbookId, { kind: "preview", selection, change });
  expect(await runTestJob(context, logbookId, { kind: "change", previewId, change })).toMatchObject({
    report: { changed: 2 },
  });
  await count(context, other);
  for (const id of [logbookId, other]) expect(keptSlots(context, id)).toEqual(countedSlots(context, id));
  expect(valueOf(awardTable(context, other, "parks")).totals.worked).toBe(2);
});

test("behind an item stand its contacts, and no others that look like it", async () => {
  const { context, logbookId } = await testContext();
  for (let nth = 0; nth < 12; nth++) log(context, logbookId, nth);
  const behind = async (award: string, item?: string, band?: string) =>
    valueOf(
      await awardContacts(context, logbookId, award, {
        ...(item !== undefined && { item }),
        ...(band !== undefined && { band }),
      }),
    );
  expect((await behind("prefixes", "EA8")).items.map(({ call }) => call)).toEqual(["EA8/LU3QSC", "EA8/LU3QSC"]);
  expect((await behind("prefixes", "LU3")).total).toBe(0);
  expect((await behind("parks", "UY-0015")).total).toBe(12);
  expect((await behind("squares", "JO60", "40m")).total).toBe(6);
  expect((await behind("squares", "J%")).total).toBe(0);
  expect((await behind("entities", "230")).items.every(({ entityCode }) => entityCode === 230)).toBe(true);
  // Those of EA8 and of OY have no square less; a maritime mobile has no prefix.
  expect((await behind("squares", undefined, "40m")).total).toBe(6);
  expect((await behind("prefixes")).total).toBe(10);
});

test("of what is worked and confirmed, deleted entities are told apart", async () => {
  const { context, logbookId } = await testContext();
  const card = [{ channel: "card", sent: "sent", received: "confirmed" }];
  const contact = { band: "20m", mode: "CW", confirmations: card };
  valueOf(logContact(context, logbookId, { ...contact, call: "OY4QSA", startedAt: "2026-11-20T10:00:00Z" }));
  // The German Democratic Republic counted until 1990.
  valueOf(logContact(context, logbookId, { ...contact, call: "Y21QSA", startedAt: "1985-05-31T10:00:00Z" }));
  const [entities] = valueOf(listAwards(context, logbookId));
  expect(entities).toMatchObject({ worked: 2, confirmed: 2, deleted: { worked: 1, confirmed: 1 } });
});
