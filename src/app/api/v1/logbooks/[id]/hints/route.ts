import { callHints } from "@/server/logbook/callHints";
import { answer, route } from "@/server/route";

export const GET = route(async ({ context, id, query }) => answer(await callHints(context, id("id"), query)));
