import * as awards from "@/core/contract/endpoints/awards";
import { placesOf } from "@/server/award/awardLooks";
import { serve } from "@/server/route";

export const GET = serve(awards.awardPlaces, ({ context, params }) =>
  placesOf(context, params.logbookId, params.award),
);
