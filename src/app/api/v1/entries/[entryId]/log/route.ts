import { logFileOf } from "@/server/contest/logFile";
import { answer, route } from "@/server/route";

export const GET = route(({ context, id }) => answer(logFileOf(context, id("entryId"))));
