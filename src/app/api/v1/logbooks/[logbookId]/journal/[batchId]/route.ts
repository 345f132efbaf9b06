import * as logbooks from "@/core/contract/endpoints/logbooks";
import { listEntries } from "@/server/logbook/journal";
import { serve } from "@/server/route";

export const GET = serve(logbooks.batch, ({ context, params }) =>
  listEntries(context, params.logbookId, params.batchId),
);
