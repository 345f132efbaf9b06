import { dropLookedInto } from "@/server/logbook/startImport";
import { answer, route } from "@/server/route";

export const DELETE = route(async ({ context, id }) => answer(await dropLookedInto(context, id("id"), id("jobId"))));
