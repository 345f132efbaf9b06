import { listFindings, markFinding } from "@/server/contest/standing";
import { answer, answerList, route, writing } from "@/server/route";

export const GET = route(({ context, id }) => answerList(listFindings(context, id("entryId"))));

export const POST = writing(({ context, id, body }) => answer(markFinding(context, id("entryId"), body())));
