import * as logbooks from "@/core/contract/endpoints/logbooks";
import { callHints } from "@/server/logbook/callHints";
import { serve } from "@/server/route";

export const GET = serve(logbooks.hints, ({ context, params, query }) =>
  callHints(context, params.logbookId, query.like),
);
