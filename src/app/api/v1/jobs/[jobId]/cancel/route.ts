import * as jobs from "@/core/contract/endpoints/jobs";
import { write } from "@/server/route";

export const POST = write(jobs.cancelJob, ({ context, runtime, params }) =>
  runtime.supervisor.cancel(context, params.jobId),
);
