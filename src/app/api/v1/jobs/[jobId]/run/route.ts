import * as jobs from "@/core/contract/endpoints/jobs";
import { write } from "@/server/route";

export const POST = write(jobs.runJobAgain, ({ context, runtime, params }) =>
  runtime.supervisor.again(context, params.jobId),
);
