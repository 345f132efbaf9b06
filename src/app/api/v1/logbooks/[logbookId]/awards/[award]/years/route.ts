import * as awards from "@/core/contract/endpoints/awards";
import { yearsOfAward } from "@/server/award/awardLooks";
import { serve } from "@/server/route";

export const GET = serve(awards.awardYears, ({ context, params }) =>
  yearsOfAward(context, params.logbookId, params.award),
);
