import * as awards from "@/core/contract/endpoints/awards";
import { listAwards } from "@/server/award/awardTables";
import { serve } from "@/server/route";

export const GET = serve(awards.awards, ({ context, params }) => listAwards(context, params.logbookId));
