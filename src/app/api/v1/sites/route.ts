import { addSite, listSites } from "@/server/logbook/sites";
import { done } from "@/server/problem";
import { answer, answerList, route } from "@/server/route";

export const GET = route(({ context }) => answerList(done(listSites(context))));

export const POST = route(async ({ context, json }) => answer(addSite(context, await json()), 201));
