import * as directories from "@/core/contract/endpoints/directories";
import { done } from "@/server/problem";
import { serve } from "@/server/route";

export const POST = serve(directories.enrichLook, async ({ context, params, body }) =>
  done(await context.reader.look("lookAtEnriching", { ...body, logbookId: params.logbookId, now: context.now() })),
);
