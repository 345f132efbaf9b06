import * as awards from "@/core/contract/endpoints/awards";
import { awardProgress, listAwards } from "@/server/award/awardTables";
import { keepAward } from "@/server/award/keepAward";
import { serve, write } from "@/server/route";

export const GET = serve(awards.awards, ({ context, params }) => listAwards(context, params.logbookId));

export const POST = write(awards.keepAward, ({ context, params, body }) => {
  const kept = keepAward(context, params.logbookId, body);
  return kept.ok ? awardProgress(context, params.logbookId, kept.value.id) : kept;
});
