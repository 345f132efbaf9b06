import * as credits from "@/core/contract/endpoints/credits";
import { startClaiming } from "@/server/award/account/account";
import { write } from "@/server/route";

export const POST = write(credits.claimThrough, ({ context, runtime, params, body }) =>
  startClaiming(context, runtime.supervisor, params.logbookId, params.service, body),
);
