import * as jobs from "@/core/contract/endpoints/jobs";
import { getJob } from "@/server/jobs/job";
import { serve } from "@/server/route";

export const GET = serve(jobs.job, ({ context, params }) => getJob(context, params.jobId));
