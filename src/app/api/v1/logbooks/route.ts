import { createLogbook, listLogbooks } from "@/server/logbook/logbooks";
import { answer, route, writing } from "@/server/route";

export const GET = route(({ context }) => Response.json({ items: listLogbooks(context), next: null }));

export const POST = writing(({ context, body }) => answer(createLogbook(context, body()), 201));
