import { changeLogbook, findLogbook } from "@/server/logbook/logbooks";
import { answer, route, writing } from "@/server/route";

export const GET = route(({ context, id }) => answer(findLogbook(context, id("id"))));

export const PATCH = writing(({ context, id, body }) => answer(changeLogbook(context, id("id"), body())));
