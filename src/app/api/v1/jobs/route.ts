import { recentJobs } from "@/server/jobs/job";
import { route } from "@/server/route";

export const GET = route(({ context }) => Response.json({ items: recentJobs(context.store), next: null }));
