import { changeLogbook, findLogbook } from "@/server/logbook/logbooks";
import { answer, route } from "@/server/route";

export const GET = route(({ context, id }) => answer(findLogbook(context, id("id"))));

export const PATCH = route(async ({ context, id, json }) => answer(changeLogbook(context, id("id"), await json())));
