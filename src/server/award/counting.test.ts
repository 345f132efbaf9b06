import { done } from "../problem";
import type { Supervisor } from "../jobs/supervisor";
import { createHub } from "../live/hub";
import { logContact } from "../logbook/contacts";
import { runTestJob, testContext, valueOf } from "../testing";
import { countLater } from "./counted";
import { startCounting } from "./counting";
import { listAwards } from "./awardTables";

async function begin() {
  const { context: made, logbookId } = await testContext();
  const hub = createHub();
  const context = { ...made, announce: hub.announce };
  const started: string[] = [];
  const supervisor = {
    start: (_: unknown, of: number, __: string, { kind }: { kind: string }) => done(started.push(`${kind} ${of}`)),
  } as unknown as Supervisor;
  const start = () =>
    startCounting({ context, supervisor, listen: hub.listen, fault: (error) => expect(error).toBe(0) });
  const log = () =>
    logContact(context, logbookId, { call: "OY4QSA", startedAt: "2026-11-23T21:00:00Z", band: "20m", mode: "CW" });
  return { context, logbookId, start, started, log };
}

test("awards that are new are counted after the start; where all are, nothing is done", async () => {
  const { context, logbookId, start, started, log } = await begin();
  log();
  await start();
  expect(started).toEqual([]);
  context.store.run(context.store.q.deleteFrom("awardCount").where("award", "=", "parks"));
  await start();
  expect(started).toEqual([`count ${logbookId}`]);
});

test("what a file brought is counted when its job has ended; one that brought nothing leaves nothing to do", async () => {
  const { context, logbookId, start, started, log } = await begin();
  log();
  await start();
  countLater(context.store, logbookId);
  await runTestJob(context, logbookId, { kind: "undo", batchId: 999 });
  expect(started).toEqual([]);
  expect(valueOf(listAwards(context, logbookId)).every(({ isCounted }) => isCounted)).toBe(true);
  countLater(context.store, logbookId);
  log();
  await runTestJob(context, logbookId, { kind: "undo", batchId: 999 });
  expect(started).toEqual([`count ${logbookId}`]);
  await runTestJob(context, logbookId, { kind: "count" });
  expect(started).toHaveLength(1);
});
