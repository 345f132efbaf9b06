import * as awards from "@/core/contract/endpoints/awards";
import { followAward } from "@/server/award/followed";
import { write } from "@/server/route";

export const PUT = write(awards.followAward, ({ context, params, body }) =>
  followAward(context, params.logbookId, params.award, body.followed),
);
