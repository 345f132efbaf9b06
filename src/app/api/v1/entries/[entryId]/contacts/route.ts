import { listContestRows, logContestContact } from "@/server/contest/contestLog";
import { answer, route } from "@/server/route";

export const GET = route(({ context, id, query }) => answer(listContestRows(context, id("entryId"), query)));

export const POST = route(async ({ context, id, json }) =>
  answer(logContestContact(context, id("entryId"), await json()), 201),
);
