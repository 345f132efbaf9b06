import { practiceRules, practiceRunInputSchema } from "../../core/practice";
import { simulatedRun } from "../../core/practice/simulated";
import { testContext, valueOf } from "../testing";
import { findRun, keepRun, listRuns, removeRun } from "./practiceRuns";

const runAt = (startedAt: number) =>
  simulatedRun({
    settings: {
      task: "run",
      contest: "OMBU-ZONE",
      speed: 24,
      strength: "mixed",
      noise: "usual",
      stations: 3,
      minutes: 4,
      seed: startedAt,
    },
    rules: practiceRules("OMBU-ZONE"),
    ownCall: "CX3QUA",
    startedAt,
    careless: 0.2,
  });

it("keeps runs with how much was right, the newest first, and gives them back as they were", async () => {
  const { context, logbookId } = await testContext();
  const [early, late] = [runAt(1_795_000_000), runAt(1_795_100_000)];
  const kept = valueOf(keepRun(context, logbookId, late));
  valueOf(keepRun(context, logbookId, early));
  expect(valueOf(listRuns(context, logbookId)).map(({ startedAt }) => startedAt)).toEqual([
    1_795_100_000, 1_795_000_000,
  ]);
  expect(kept).toMatchObject({ logged: late.logged.length, contestName: "Ombu Zone Sprint" });
  expect(kept.right).toBeLessThan(kept.logged);
  expect(valueOf(findRun(context, logbookId, kept.id))).toEqual({ ...practiceRunInputSchema.parse(late), id: kept.id });
  expect(valueOf(removeRun(context, logbookId, kept.id))).toEqual({ removed: kept.id });
  expect(findRun(context, logbookId, kept.id)).toMatchObject({ ok: false, problem: { status: 404 } });
  expect(listRuns(context, 99)).toMatchObject({ ok: false, problem: { status: 404 } });
});

it("touches neither log nor journal, and lets the oldest go when there are too many", async () => {
  const { context, logbookId } = await testContext();
  const { store } = context;
  const run = { ...runAt(1_795_000_000), emissions: [] };
  for (let count = 0; count < 503; count++)
    valueOf(keepRun(context, logbookId, { ...run, startedAt: 1_795_000_000 + count }));
  const lines = valueOf(listRuns(context, logbookId));
  expect(lines).toHaveLength(500);
  expect(lines.at(-1)!.startedAt).toBe(1_795_000_003);
  for (const table of ["contact", "journalBatch", "outbox"] as const)
    expect(store.all(store.q.selectFrom(table).selectAll())).toEqual([]);
});
