import { listFindings, markFinding } from "@/server/contest/standing";
import { answer, answerList, route } from "@/server/route";

export const GET = route(({ context, id }) => answerList(listFindings(context, id("entryId"))));

export const POST = route(async ({ context, id, json }) => answer(markFinding(context, id("entryId"), await json())));
