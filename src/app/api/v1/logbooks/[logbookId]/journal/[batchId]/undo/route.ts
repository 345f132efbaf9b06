import * as logbooks from "@/core/contract/endpoints/logbooks";
import { undoOrStart } from "@/server/logbook/undo";
import { write } from "@/server/route";

export const POST = write(logbooks.undo, ({ context, runtime, params }) =>
  undoOrStart(context, runtime.supervisor, params.logbookId, params.batchId),
);
