import * as awards from "@/core/contract/endpoints/awards";
import { newsOfMonth } from "@/server/award/awardLooks";
import { serve } from "@/server/route";

export const GET = serve(awards.awardNews, ({ context, params }) => newsOfMonth(context, params.logbookId));
