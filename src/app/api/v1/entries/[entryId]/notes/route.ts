import { addPositionNote, listPositionNotes } from "@/server/contest/positions";
import { answerList, route } from "@/server/route";

export const GET = route(({ context, id }) => answerList(listPositionNotes(context, id("entryId"))));

export const POST = route(async ({ context, id, json }) =>
  answerList(addPositionNote(context, id("entryId"), await json())),
);
