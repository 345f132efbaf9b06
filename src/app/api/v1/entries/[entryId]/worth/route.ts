import { worthOfTyped } from "@/server/contest/contestLog";
import { answer, route } from "@/server/route";

export const GET = route(({ context, id, query }) => answer(worthOfTyped(context, id("entryId"), query)));
