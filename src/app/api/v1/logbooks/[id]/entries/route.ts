import { createEntry, listEntries } from "@/server/contest/entries";
import { answer, answerList, route, writing } from "@/server/route";

export const GET = route(({ context, id }) => answerList(listEntries(context, id("id"))));

export const POST = writing(({ context, id, body }) => answer(createEntry(context, id("id"), body()), 201));
