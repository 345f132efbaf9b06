import { findJob } from "@/server/jobs/job";
import { done, missing } from "@/server/problem";
import { answer, route } from "@/server/route";

export const GET = route(({ context, id }) => {
  const job = findJob(context.store, id("jobId"));
  return answer(job === undefined ? missing(`job ${id("jobId")}`) : done(job));
});
