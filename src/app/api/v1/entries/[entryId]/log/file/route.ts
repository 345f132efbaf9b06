import { logFileAnswer } from "@/server/contest/logFile";
import { answerFile, route } from "@/server/route";

export const GET = route(({ context, id }) => answerFile(logFileAnswer(context, id("entryId"))));
