import { createLogbook, listLogbooks } from "@/server/logbook/logbooks";
import { answer, route } from "@/server/route";

export const GET = route(({ context }) => Response.json({ items: listLogbooks(context), next: null }));

export const POST = route(async ({ context, json }) => answer(createLogbook(context, await json()), 201));
