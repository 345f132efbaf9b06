import * as awards from "@/core/contract/endpoints/awards";
import { awardTable } from "@/server/award/awardTables";
import { serve } from "@/server/route";

export const GET = serve(awards.award, ({ context, params }) => awardTable(context, params.logbookId, params.award));
