import { refusedRecords } from "@/server/logbook/refusedRecords";
import { answerFile, route } from "@/server/route";

export const GET = route(({ context, id }) => answerFile(refusedRecords(context, id("jobId"))));
