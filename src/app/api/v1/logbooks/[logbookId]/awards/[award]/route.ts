import * as awards from "@/core/contract/endpoints/awards";
import { awardTable } from "@/server/award/awardTables";
import { removeAward } from "@/server/award/keepAward";
import { serve, write } from "@/server/route";

export const GET = serve(awards.award, ({ context, params }) => awardTable(context, params.logbookId, params.award));

export const DELETE = write(awards.removeAward, ({ context, params }) =>
  removeAward(context, params.logbookId, params.award),
);
