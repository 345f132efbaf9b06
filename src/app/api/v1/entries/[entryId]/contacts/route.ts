import { listContestRows, logContestContact } from "@/server/contest/contestLog";
import { answer, route, writing } from "@/server/route";

export const GET = route(({ context, id, query }) => answer(listContestRows(context, id("entryId"), query)));

export const POST = writing(({ context, id, body }) => answer(logContestContact(context, id("entryId"), body()), 201));
