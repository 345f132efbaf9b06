import fc from "fast-check";
import { AWARD_FORMAT, type AwardRulesInput } from "../../core/award";
import type { JobOf } from "../../core/contract";
import type { Context } from "../context";
import { findJob } from "../jobs/job";
import { insertJob } from "../jobs/supervisor";
import { doJob } from "../jobs/work";
import { changeContact, deleteContact, logContact } from "../logbook/contacts";
import { countedSlots, keptSlots, runTestJob, testContext, testMeans, valueOf } from "../testing";
import { trial } from "./awardLooks";
import { awardProgress, awardTable, listAwards } from "./awardTables";
import { followAward } from "./followed";
import { keepAward, removeAward } from "./keepAward";
import { uncountedLogbooks } from "./counted";

const rules = (id: string, rest: Partial<AwardRulesInput> = {}): AwardRulesInput => ({
  ...{ format: AWARD_FORMAT, id, name: `Award ${id}`, of: "entities" },
  ...rest,
});
const CALLS = ["DL1QTA", "OY4QSA", "W7QUD", "JA3QRM"];
const log = (context: Context, logbookId: number, nth: number) =>
  valueOf(
    logContact(context, logbookId, {
      call: CALLS[nth % CALLS.length],
      startedAt: new Date(Date.UTC(2026, 10, 1, 0, nth)).toISOString(),
      band: ["20m", "40m"][nth % 2],
      mode: "CW",
      power: [5, 100, null][nth % 3],
    }),
  ).id;
const count = (context: Context, logbookId: number) => runTestJob(context, logbookId, { kind: "count" });

test("an own award is counted by a job, also those that stand on it, and goes with all that was counted", async () => {
  const { context, logbookId } = await testContext();
  for (let nth = 0; nth < 12; nth++) log(context, logbookId, nth);
  valueOf(keepAward(context, logbookId, rules("watts", { only: { watts: 5 } })));
  valueOf(keepAward(context, logbookId, rules("wattsOn20", { of: "watts", only: { bands: ["20m"] } })));
  expect(uncountedLogbooks(context.store)).toEqual([logbookId]);
  await count(context, logbookId);
  expect(uncountedLogbooks(context.store)).toEqual([]);
  expect(keptSlots(context, logbookId)).toEqual(countedSlots(context, logbookId));
  const worked = (award: string) => valueOf(awardTable(context, logbookId, award)).totals.worked;
  expect([worked("watts"), worked("wattsOn20")]).toEqual([4, 2]);

  const refused = removeAward(context, logbookId, "watts");
  expect(refused).toMatchObject({ ok: false, problem: { status: 409, detail: /Award wattsOn20 counts as it does/ } });
  expect(removeAward(context, logbookId, "entities")).toMatchObject({ ok: false, problem: { status: 409 } });
  expect(removeAward(context, logbookId, "none")).toMatchObject({ ok: false, problem: { status: 404 } });
  valueOf(removeAward(context, logbookId, "wattsOn20"));
  valueOf(removeAward(context, logbookId, "watts"));
  expect(keptSlots(context, logbookId)).toEqual(countedSlots(context, logbookId));
  expect(valueOf(listAwards(context, logbookId)).some(({ rules: own }) => own !== null)).toBe(false);
});

test("what is changed while it is counted is counted anew, by what holds at the end", async () => {
  const { context, logbookId } = await testContext();
  for (let nth = 0; nth < 250; nth++) log(context, logbookId, nth);
  valueOf(keepAward(context, logbookId, rules("watts", { only: { watts: 5 } })));
  const jobId = insertJob(context, logbookId, "Test", { kind: "count" });
  let changed = false;
  const changing: Context = {
    ...context,
    announce: (event) => {
      if (changed || event.type !== "job" || event.job.progress.done === 0) return;
      changed = true;
      valueOf(keepAward(context, logbookId, rules("watts", { only: { watts: 100, bands: ["20m"] } })));
      valueOf(followAward(context, logbookId, "watts", true));
    },
  };
  await doJob(changing, jobId, new AbortController().signal, testMeans());
  expect(changed).toBe(true);
  expect(findJob(context.store, jobId) as JobOf<"count">).toMatchObject({ state: "done" });
  await count(context, logbookId);
  expect(keptSlots(context, logbookId)).toEqual(countedSlots(context, logbookId));
  expect(valueOf(awardProgress(context, logbookId, "watts"))).toMatchObject({ followed: true, isCounted: true });
});

test("after any changes of contacts and of awards the slots are those of a recount", async () => {
  const act = fc.record({
    do: fc.constantFrom("log", "change", "delete", "keep", "remove", "count"),
    pick: fc.nat(40),
    watts: fc.constantFrom(5, 100),
    of: fc.constantFrom("entities", "cqZones", "a", "b"),
    id: fc.constantFrom("a", "b"),
  });
  await fc.assert(
    fc.asyncProperty(fc.array(act, { maxLength: 16 }), async (acts) => {
      const { context, logbookId } = await testContext();
      const ids = Array.from({ length: 4 }, (_, nth) => log(context, logbookId, nth));
      for (const { do: what, pick, watts, of, id } of acts) {
        const at = ids[pick % Math.max(1, ids.length)];
        if (what === "log") ids.push(log(context, logbookId, 10 + ids.length));
        else if (what === "count") await count(context, logbookId);
        else if (what === "keep") keepAward(context, logbookId, rules(id, { of, only: { watts } }));
        else if (what === "remove") removeAward(context, logbookId, id);
        else if (at !== undefined && what === "change")
          valueOf(changeContact(context, logbookId, at, { power: watts }));
        else if (at !== undefined) valueOf(deleteContact(context, logbookId, ids.splice(ids.indexOf(at), 1)[0]!));
      }
      await count(context, logbookId);
      expect(keptSlots(context, logbookId)).toEqual(countedSlots(context, logbookId));
      expect(uncountedLogbooks(context.store)).toEqual([]);
    }),
    { numRuns: 40 },
  );
});

test("an award is tried on the log without being kept, and counts as it will", async () => {
  const { context, logbookId } = await testContext();
  for (let nth = 0; nth < 12; nth++) log(context, logbookId, nth);
  const tried = valueOf(await trial(context, logbookId, rules("watts", { only: { watts: 5 } })));
  expect(tried).toMatchObject({ contacts: 4, worked: 4, confirmed: 0 });
  expect(valueOf(listAwards(context, logbookId)).some(({ award }) => award === "watts")).toBe(false);
  expect(await trial(context, logbookId, rules("watts", { of: "watts" }))).toMatchObject({
    ok: false,
    problem: { status: 422 },
  });
});

test("a new logbook follows the entities; what is followed can be any award, and stays", async () => {
  const { context, logbookId } = await testContext();
  const followed = () =>
    valueOf(listAwards(context, logbookId)).flatMap(({ award, followed: is }) => (is ? [award] : []));
  expect(followed()).toEqual(["entities"]);
  for (const _ of [1, 2]) valueOf(followAward(context, logbookId, "parks", true));
  valueOf(followAward(context, logbookId, "entities", false));
  expect(followed()).toEqual(["parks"]);
  expect(followAward(context, logbookId, "none", true)).toMatchObject({ ok: false, problem: { status: 404 } });
});
