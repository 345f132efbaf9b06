import { readingFor } from "@/server/logbook/reading";
import { answer, route } from "@/server/route";

export const GET = route(({ context, id, query }) => answer(readingFor(context, id("id"), query)));
