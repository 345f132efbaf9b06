import { listBatches } from "@/server/logbook/journal";
import { answerList, route } from "@/server/route";

export const GET = route(({ context, id }) => answerList(listBatches(context, id("id"))));
