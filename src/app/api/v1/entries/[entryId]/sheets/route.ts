import * as contest from "@/core/contract/endpoints/contest";
import { sheetsOf } from "@/server/contest/standing";
import { serve } from "@/server/route";

export const GET = serve(contest.sheets, ({ context, params }) => sheetsOf(context, params.entryId));
