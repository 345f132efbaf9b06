import { createEntry, listEntries } from "@/server/contest/entries";
import { answer, answerList, route } from "@/server/route";

export const GET = route(({ context, id }) => answerList(listEntries(context, id("id"))));

export const POST = route(async ({ context, id, json }) => answer(createEntry(context, id("id"), await json()), 201));
