import * as contest from "@/core/contract/endpoints/contest";
import { worthOfTyped } from "@/server/contest/contestLog";
import { serve } from "@/server/route";

export const GET = serve(contest.worthOfTyped, ({ context, params, query }) =>
  worthOfTyped(context, params.entryId, query),
);
