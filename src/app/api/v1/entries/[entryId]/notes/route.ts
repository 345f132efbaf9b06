import { addPositionNote, listPositionNotes } from "@/server/contest/positions";
import { answerList, route, writing } from "@/server/route";

export const GET = route(({ context, id }) => answerList(listPositionNotes(context, id("entryId"))));

export const POST = writing(({ context, id, body }) => answerList(addPositionNote(context, id("entryId"), body())));
