import * as practice from "@/core/contract/endpoints/practice";
import { findRun, removeRun } from "@/server/practice/practiceRuns";
import { serve, write } from "@/server/route";

export const GET = serve(practice.practiceRun, ({ context, params }) =>
  findRun(context, params.logbookId, params.runId),
);

export const DELETE = write(practice.removePracticeRun, ({ context, params }) =>
  removeRun(context, params.logbookId, params.runId),
);
