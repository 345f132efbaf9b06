import * as credits from "@/core/contract/endpoints/credits";
import { creditsOfAward } from "@/server/award/credits";
import { serve } from "@/server/route";

export const GET = serve(credits.awardCredits, ({ context, params }) =>
  creditsOfAward(context, params.logbookId, params.award),
);
