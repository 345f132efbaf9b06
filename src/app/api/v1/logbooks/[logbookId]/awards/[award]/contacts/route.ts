import * as awards from "@/core/contract/endpoints/awards";
import { awardContacts } from "@/server/award/awardLooks";
import { serve } from "@/server/route";

export const GET = serve(awards.awardContacts, ({ context, params, query }) =>
  awardContacts(context, params.logbookId, params.award, query),
);
