import { importLookedInto } from "@/server/logbook/startImport";
import { answer, writing } from "@/server/route";

export const POST = writing(({ context, runtime, id, body }) =>
  answer(importLookedInto(context, runtime, id("id"), id("jobId"), body()), 202),
);
