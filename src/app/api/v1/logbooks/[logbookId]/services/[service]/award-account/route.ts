import * as credits from "@/core/contract/endpoints/credits";
import { awardAccount } from "@/server/award/account/account";
import { serve } from "@/server/route";

export const GET = serve(credits.awardAccount, ({ context, params }) =>
  awardAccount(context, params.logbookId, params.service),
);
