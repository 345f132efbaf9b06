import { standingOf } from "@/server/contest/standing";
import { answer, route } from "@/server/route";

export const GET = route(({ context, id }) => answer(standingOf(context, id("entryId"))));
