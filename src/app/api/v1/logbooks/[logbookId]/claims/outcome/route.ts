import * as credits from "@/core/contract/endpoints/credits";
import { claimOutcome } from "@/server/award/credits";
import { write } from "@/server/route";

export const POST = write(credits.claimOutcome, ({ context, params, body }) =>
  claimOutcome(context, params.logbookId, body),
);
