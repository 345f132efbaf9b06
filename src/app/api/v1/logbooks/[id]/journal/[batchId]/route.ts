import { listEntries } from "@/server/logbook/journal";
import { answerList, route } from "@/server/route";

export const GET = route(({ context, id }) => answerList(listEntries(context, id("id"), id("batchId"))));
