import { exportedFile } from "@/server/logbook/exports";
import { answerFile, route } from "@/server/route";

export const GET = route(async ({ context, id }) => answerFile(await exportedFile(context, id("id"), id("exportId"))));
