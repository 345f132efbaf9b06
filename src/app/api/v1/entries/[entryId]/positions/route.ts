import * as contest from "@/core/contract/endpoints/contest";
import { listPositions } from "@/server/contest/positions";
import { serve } from "@/server/route";

export const GET = serve(contest.positions, ({ context, params }) => listPositions(context, params.entryId));
