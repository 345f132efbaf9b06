import { addException, listExceptions } from "@/server/directory/callExceptions";
import { answer, route } from "@/server/route";

export const GET = route(({ context }) => Response.json({ items: listExceptions(context), next: null }));

export const POST = route(async ({ context, json }) => answer(addException(context, await json()), 201));
