import * as contest from "@/core/contract/endpoints/contest";
import { organiserOf } from "@/server/contest/organiser";
import { listSubmissions, submitLog } from "@/server/contest/submissions";
import { serve } from "@/server/route";

export const GET = serve(contest.submissions, ({ context, params }) => listSubmissions(context, params.entryId));

export const POST = serve(contest.submitLog, ({ context, runtime, params }) =>
  submitLog(context, organiserOf(runtime.config), params.entryId),
);
