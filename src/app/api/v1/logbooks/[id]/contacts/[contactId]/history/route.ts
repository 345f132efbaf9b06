import { contactHistory } from "@/server/logbook/journal";
import { answerList, route } from "@/server/route";

export const GET = route(({ context, id }) => answerList(contactHistory(context, id("id"), id("contactId"))));
