import { type PracticeRun, type PracticeRunInput, type PracticeRunLine, reviewOf } from "../../core/practice";
import type { Context } from "../context";
import { findLogbook } from "../logbook/logbooks";
import { done, missing, type Result } from "../problem";

/** Of the oldest no more is kept than so many in a logbook. */
const KEPT = 500;

export function listRuns(context: Context, logbookId: number): Result<PracticeRunLine[]> {
  const logbook = findLogbook(context, logbookId);
  if (!logbook.ok) return logbook;
  const { store } = context;
  const rows = store.all(
    store.q
      .selectFrom("practiceRun")
      .select(["id", "line"])
      .where("logbookId", "=", logbookId)
      .orderBy("startedAt", "desc")
      .orderBy("id", "desc"),
  );
  return done(rows.map(({ id, line }) => ({ ...(JSON.parse(line) as Omit<PracticeRunLine, "id">), id })));
}

export function findRun({ store }: Context, logbookId: number, id: number): Result<PracticeRun> {
  const row = store.first(
    store.q.selectFrom("practiceRun").select("body").where("id", "=", id).where("logbookId", "=", logbookId),
  );
  return row === undefined
    ? missing(`practice run ${id}`)
    : done({ ...(JSON.parse(row.body) as PracticeRunInput), id });
}

/** Keeps a run, with how much of it was right; the oldest go when there are too many. */
export function keepRun(context: Context, logbookId: number, run: PracticeRunInput): Result<PracticeRunLine> {
  const logbook = findLogbook(context, logbookId);
  if (!logbook.ok) return logbook;
  const { store } = context;
  const { settings, startedAt, seconds, contestName } = run;
  const { logged, right } = reviewOf(run);
  const line = { settings, startedAt, seconds, contestName, logged, right };
  const { lastId } = store.run(
    store.q
      .insertInto("practiceRun")
      .values({ logbookId, startedAt, line: JSON.stringify(line), body: JSON.stringify(run) }),
  );
  const old = store.q
    .selectFrom("practiceRun")
    .select("id")
    .where("logbookId", "=", logbookId)
    .orderBy("startedAt", "desc")
    .orderBy("id", "desc")
    .limit(-1)
    .offset(KEPT);
  store.run(store.q.deleteFrom("practiceRun").where("id", "in", old));
  return done({ ...line, id: lastId });
}

export function removeRun({ store }: Context, logbookId: number, id: number): Result<{ readonly removed: number }> {
  const { changes } = store.run(
    store.q.deleteFrom("practiceRun").where("id", "=", id).where("logbookId", "=", logbookId),
  );
  return changes === 0 ? missing(`practice run ${id}`) : done({ removed: id });
}
