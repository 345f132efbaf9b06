import { findLogbook } from "@/server/logbook/logbooks";
import { answer, route } from "@/server/route";

export const GET = route(({ context, id }) => answer(findLogbook(context, id("id"))));
