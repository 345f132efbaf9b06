import type { Change, ChangeReport, Selection } from "../../core/contract";
import { inSteps, type JobRun } from "../jobs/jobRun";
import { emptyReport, tally } from "./changeReport";
import { contactsById } from "./contactRow";
import { plannerFor } from "./planChange";
import { selectedIds } from "./selectedIds";

const PIECE = 50;

/** Looks at what a change would do to each contact of a selection, and keeps the list for doing it. */
export async function previewChange(
  run: JobRun<ChangeReport, number>,
  { selection, change }: { readonly selection: Selection; readonly change: Change },
): Promise<ChangeReport> {
  const { context, logbookId, jobId } = run;
  const { store } = context;
  const plan = plannerFor(context, logbookId, change);
  const ids = selectedIds(context, logbookId, selection);
  const report = emptyReport();
  await forgetItems(run);
  const insert = store.prepare(
    store.q.insertInto("jobItem").values({ jobId: 0, position: 0, contactId: 0, revision: 0 }),
  );
  let start = 0;
  await inSteps(run, (isTime) => {
    do {
      const contacts = contactsById(store, ids.slice(start, start + PIECE));
      contacts.forEach((contact, index) => insert.run(jobId, start + index, contact.id, contact.revision));
      for (const contact of contacts) tally(report, contact, plan(contact));
      start += PIECE;
    } while (start < ids.length && isTime());
    run.checkpoint(start, report, Math.min(start, ids.length), ids.length);
    return start < ids.length;
  });
  return report;
}

/** How long a list that was looked at, and not acted on, is kept, seconds. */
const KEPT_FOR = 86_400;

/** So many items of a list are forgotten at once. */
const FORGOTTEN_AT_ONCE = 2000;

/** Forgets what an interrupted run of this job listed, and lists that nobody acted on. */
async function forgetItems(run: JobRun<ChangeReport, number>): Promise<void> {
  const { context, jobId } = run;
  const { store } = context;
  const before = context.now() - KEPT_FOR;
  const old = store.q
    .selectFrom("job")
    .select("id")
    .where("kind", "=", "preview")
    .where((eb) => eb.or([eb("id", "=", jobId), eb("startedAt", "<", before)]));
  await inSteps(run, () => {
    const items = store.q.selectFrom("jobItem").select(["jobId", "position"]).where("jobId", "in", old);
    const first = store.first(items.orderBy("jobId").orderBy("position").limit(1));
    if (first === undefined) return false;
    const upTo = first.position + FORGOTTEN_AT_ONCE;
    store.run(store.q.deleteFrom("jobItem").where("jobId", "=", first.jobId).where("position", "<", upTo));
    return true;
  });
}
