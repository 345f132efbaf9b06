import { changeEntry, getEntry, removeEntry } from "@/server/contest/entries";
import { answer, route } from "@/server/route";

export const GET = route(({ context, id }) => answer(getEntry(context, id("entryId"))));

export const PATCH = route(async ({ context, id, json }) => answer(changeEntry(context, id("entryId"), await json())));

export const DELETE = route(({ context, id }) => answer(removeEntry(context, id("entryId"))));
