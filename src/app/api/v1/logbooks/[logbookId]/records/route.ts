import * as awards from "@/core/contract/endpoints/awards";
import { recordsOf } from "@/server/award/awardLooks";
import { serve } from "@/server/route";

export const GET = serve(awards.records, ({ context, params }) => recordsOf(context, params.logbookId));
