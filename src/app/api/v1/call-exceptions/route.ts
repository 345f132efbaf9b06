import { addException, listExceptions } from "@/server/directory/callExceptions";
import { answer, route, writing } from "@/server/route";

export const GET = route(({ context }) => Response.json({ items: listExceptions(context), next: null }));

export const POST = writing(({ context, body }) => answer(addException(context, body()), 201));
