import { importLookedInto } from "@/server/logbook/startImport";
import { answer, route } from "@/server/route";

export const POST = route(async ({ context, runtime, id, json }) =>
  answer(importLookedInto(context, runtime, id("id"), id("jobId"), await json()), 202),
);
