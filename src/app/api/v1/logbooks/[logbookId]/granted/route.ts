import * as credits from "@/core/contract/endpoints/credits";
import { recordGrants } from "@/server/award/credits";
import { serve } from "@/server/route";

export const POST = serve(credits.grantList, ({ context, params, body }) =>
  recordGrants(context, params.logbookId, body),
);
