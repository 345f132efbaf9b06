import * as credits from "@/core/contract/endpoints/credits";
import { startFetchingAccount } from "@/server/award/account/account";
import { write } from "@/server/route";

export const POST = write(credits.fetchAccount, ({ context, runtime, params }) =>
  startFetchingAccount(context, runtime.supervisor, params.logbookId, params.service),
);
