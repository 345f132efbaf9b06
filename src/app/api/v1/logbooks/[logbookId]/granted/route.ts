import * as credits from "@/core/contract/endpoints/credits";
import { recordGrants } from "@/server/award/credits";
import { write } from "@/server/route";

export const POST = write(credits.grantList, ({ context, params, body }) =>
  recordGrants(context, params.logbookId, body),
);
