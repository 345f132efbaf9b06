import * as contest from "@/core/contract/endpoints/contest";
import { addPositionNote, listPositionNotes } from "@/server/contest/positions";
import { serve, write } from "@/server/route";

export const GET = serve(contest.positionNotes, ({ context, params }) => listPositionNotes(context, params.entryId));

export const POST = write(contest.addPositionNote, ({ context, params, body }) =>
  addPositionNote(context, params.entryId, body),
);
