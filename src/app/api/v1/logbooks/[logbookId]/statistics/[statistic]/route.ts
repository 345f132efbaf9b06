import * as statistics from "@/core/contract/endpoints/statistics";
import { done } from "@/server/problem";
import { serve } from "@/server/route";

export const GET = serve(statistics.statistic, async ({ context, params, query }) =>
  done(await context.reader.look("countStatistic", { ...params, asked: query, now: context.now() })),
);
