import * as practice from "@/core/contract/endpoints/practice";
import { keepRun, listRuns } from "@/server/practice/practiceRuns";
import { serve, write } from "@/server/route";

export const GET = serve(practice.practiceRuns, ({ context, params }) => listRuns(context, params.logbookId));

export const POST = write(practice.keepPracticeRun, ({ context, params, body }) =>
  keepRun(context, params.logbookId, body),
);
