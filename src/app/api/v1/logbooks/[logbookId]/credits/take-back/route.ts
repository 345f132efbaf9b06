import * as credits from "@/core/contract/endpoints/credits";
import { takeBackCredits } from "@/server/award/credits";
import { write } from "@/server/route";

export const POST = write(credits.takeBackCredits, ({ context, params, body }) =>
  takeBackCredits(context, params.logbookId, body),
);
