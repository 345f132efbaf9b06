import { wholeLogFile } from "@/server/logbook/exports";
import { answerFile, route } from "@/server/route";

export const GET = route(async ({ context, id }) => answerFile(await wholeLogFile(context, id("id"), "adi")));
