import * as logbooks from "@/core/contract/endpoints/logbooks";
import { done } from "@/server/problem";
import { serve } from "@/server/route";

export const GET = serve(logbooks.logbookTotals, async ({ context, params }) =>
  done(await context.reader.look("logbookTotals", params)),
);
