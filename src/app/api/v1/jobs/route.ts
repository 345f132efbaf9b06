import * as jobs from "@/core/contract/endpoints/jobs";
import { recentJobs } from "@/server/jobs/job";
import { done } from "@/server/problem";
import { serve } from "@/server/route";

export const GET = serve(jobs.jobs, ({ context }) => done(recentJobs(context)));
