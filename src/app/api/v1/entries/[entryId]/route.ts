import { changeEntry, getEntry, removeEntry } from "@/server/contest/entries";
import { answer, route, writing } from "@/server/route";

export const GET = route(({ context, id }) => answer(getEntry(context, id("entryId"))));

export const PATCH = writing(({ context, id, body }) => answer(changeEntry(context, id("entryId"), body())));

export const DELETE = writing(({ context, id }) => answer(removeEntry(context, id("entryId"))));
