import * as contest from "@/core/contract/endpoints/contest";
import { standingOf } from "@/server/contest/standing";
import { serve } from "@/server/route";

export const GET = serve(contest.standing, ({ context, params }) => standingOf(context, params.entryId));
