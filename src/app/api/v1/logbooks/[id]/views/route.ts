import { savedViews } from "@/server/logbook/saved";
import { answer, answerList, route, writing } from "@/server/route";

export const GET = route(({ context, id }) => answerList(savedViews.list(context, id("id"))));

export const POST = writing(({ context, id, body }) => answer(savedViews.keep(context, id("id"), body()), 201));
