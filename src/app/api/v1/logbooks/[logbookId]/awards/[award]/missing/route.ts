import * as awards from "@/core/contract/endpoints/awards";
import { missingOf } from "@/server/award/awardLooks";
import { serve } from "@/server/route";

export const GET = serve(awards.awardMissing, ({ context, params }) =>
  missingOf(context, params.logbookId, params.award),
);
