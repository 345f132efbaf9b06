import * as confirm from "@/core/contract/endpoints/confirm";
import { accessOf } from "@/server/confirm/access";
import { compareAccount } from "@/server/confirm/account";
import { serve } from "@/server/route";

export const GET = serve(confirm.account, ({ context, runtime, params: { logbookId, service } }) =>
  compareAccount(context, logbookId, service, accessOf(context, runtime.config.services, logbookId, service)),
);
