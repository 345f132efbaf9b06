import { addSite, listSites } from "@/server/logbook/sites";
import { done } from "@/server/problem";
import { answer, answerList, route, writing } from "@/server/route";

export const GET = route(({ context }) => answerList(done(listSites(context))));

export const POST = writing(({ context, body }) => answer(addSite(context, body()), 201));
