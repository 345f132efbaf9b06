import * as contest from "@/core/contract/endpoints/contest";
import { ediAnswer } from "@/server/contest/ediFile";
import { serve } from "@/server/route";

export const GET = serve(contest.ediFile, ({ context, params, query }) =>
  ediAnswer(context, params.entryId, query.band),
);
