import * as contest from "@/core/contract/endpoints/contest";
import { organiserOf } from "@/server/contest/organiser";
import { fetchCheck } from "@/server/contest/submissions";
import { serve } from "@/server/route";

export const POST = serve(contest.fetchCheck, ({ context, runtime, params }) =>
  fetchCheck(context, organiserOf(runtime.config), params.entryId, params.submissionId),
);
