import * as awards from "@/core/contract/endpoints/awards";
import { trial } from "@/server/award/awardLooks";
import { serve } from "@/server/route";

export const POST = serve(awards.tryAward, ({ context, params, body }) => trial(context, params.logbookId, body));
