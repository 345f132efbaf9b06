import * as awards from "@/core/contract/endpoints/awards";
import { missingOf } from "@/server/award/awardTables";
import { serve } from "@/server/route";

export const GET = serve(awards.awardMissing, ({ context, params }) =>
  missingOf(context, params.logbookId, params.award),
);
