import * as credits from "@/core/contract/endpoints/credits";
import { planOfClaim } from "@/server/award/awardLooks";
import { serve } from "@/server/route";

export const POST = serve(credits.planClaim, ({ context, params, body }) =>
  planOfClaim(context, params.logbookId, body),
);
