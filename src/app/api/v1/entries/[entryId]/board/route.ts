import * as contest from "@/core/contract/endpoints/contest";
import { entryBoard } from "@/server/contest/contestLog";
import { serve } from "@/server/route";

export const GET = serve(contest.board, ({ context, params }) => entryBoard(context, params.entryId));
