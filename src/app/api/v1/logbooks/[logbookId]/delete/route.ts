import * as logbooks from "@/core/contract/endpoints/logbooks";
import { deleteLogbook } from "@/server/logbook/deleteLogbook";
import { serve } from "@/server/route";

export const POST = serve(logbooks.deleteLogbook, ({ context, runtime, params, body }) =>
  deleteLogbook(context, runtime, params.logbookId, body.name),
);
