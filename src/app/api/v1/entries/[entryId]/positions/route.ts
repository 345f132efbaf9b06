import { listPositions } from "@/server/contest/positions";
import { answerList, route } from "@/server/route";

export const GET = route(({ context, id }) => answerList(listPositions(context, id("entryId"))));
