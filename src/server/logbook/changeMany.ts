import type { Change, ChangeReport } from "../../core/contract";
import type { Store } from "../db/store";
import { inSteps, type JobRun } from "../jobs/jobRun";
import { type BatchWriter, writeBatch } from "./batch";
import { emptyReport, tally } from "./changeReport";
import { summaryOf } from "./changeSummary";
import { type Planner, plannerFor } from "./planChange";

export interface ChangeCheckpoint {
  readonly report: ChangeReport;
  /** The last item of the list that was dealt with. */
  position: number;
}

/** Does what was looked at, to the contacts that are as they were then; one batch of the journal. */
export async function changeMany(
  run: JobRun<ChangeReport, ChangeCheckpoint>,
  { change, previewId }: { readonly change: Change; readonly previewId: number },
): Promise<ChangeReport> {
  const { context, logbookId } = run;
  const { store } = context;
  const plan = plannerFor(context, logbookId, change);
  const state: ChangeCheckpoint = run.resumed ?? { report: emptyReport(), position: -1 };
  const { report } = state;
  const left = lookedAt(store, previewId);
  const total = state.position + 1 + left;
  const options = {
    logbookId: change.do === "copy" ? change.logbookId : logbookId,
    kind: change.do === "copy" || change.do === "delete" ? change.do : ("change" as const),
    summary: summaryOf(context, change),
  };
  await inSteps(run, (isTime) => {
    const goesOn = writeBatch(context, { ...options, continues: report.batchId }, (writer) => {
      let items: Item[];
      do {
        items = nextItems(store, previewId, state.position);
        changePiece(writer, items, plan, report);
        state.position = items.at(-1)?.position ?? state.position;
      } while (items.length > 0 && isTime());
      report.batchId = writer.batchId;
      return items.length > 0;
    });
    store.run(store.q.deleteFrom("jobItem").where("jobId", "=", previewId).where("position", "<=", state.position));
    run.checkpoint(state, report, state.position + 1, total);
    return goesOn;
  });
  return report;
}

/** How many contacts of a look are still to be changed. */
export function lookedAt(store: Store, previewId: number): number {
  return store.first(
    store.q
      .selectFrom("jobItem")
      .select((eb) => eb.fn.countAll<number>().as("items"))
      .where("jobId", "=", previewId),
  )!.items;
}

interface Item {
  readonly position: number;
  readonly contactId: number;
  readonly revision: number;
}

function nextItems(store: Store, jobId: number, after: number): Item[] {
  return store.all(
    store.q
      .selectFrom("jobItem")
      .select(["position", "contactId", "revision"])
      .where("jobId", "=", jobId)
      .where("position", ">", after)
      .orderBy("position")
      .limit(25),
  );
}

function changePiece(writer: BatchWriter, items: readonly Item[], plan: Planner, report: ChangeReport): void {
  const held = writer.hold(items.map(({ contactId }) => contactId));
  const byId = new Map(held.map((one) => [one.contact.id, one]));
  for (const { contactId, revision } of items) {
    const one = byId.get(contactId);
    if (one === undefined || one.contact.revision !== revision) {
      report.selected++;
      report.meanwhile++;
      continue;
    }
    const { contact } = one;
    const planned = plan(contact);
    tally(report, contact, planned);
    if (planned.kind === "change") writer.change(one, planned.patch);
    else if (planned.kind === "delete") writer.remove(one);
    else if (planned.kind === "copy") {
      const { id: _id, logbookId: _logbookId, revision: _revision, ...facts } = contact;
      writer.add(facts);
    }
  }
}
