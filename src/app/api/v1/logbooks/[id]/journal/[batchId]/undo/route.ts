import { UNDO_AT_ONCE, undoable, undoBatch } from "@/server/logbook/undo";
import { answer, writing } from "@/server/route";

/** Small batches are undone at once (200, a report); large ones by a job (202, the job). */
export const POST = writing(({ context, runtime, id }) => {
  const [logbookId, batchId] = [id("id"), id("batchId")];
  const batch = undoable(context, logbookId, batchId);
  if (!batch.ok) return answer(batch);
  if (batch.value.contacts <= UNDO_AT_ONCE) return answer(undoBatch(context, logbookId, batchId));
  return answer(
    runtime.supervisor.start(context, logbookId, `Undo: ${batch.value.summary}`, { kind: "undo", batchId }),
    202,
  );
});
