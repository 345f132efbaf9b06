import { startChange } from "@/server/logbook/startChange";
import { answer, writing } from "@/server/route";

export const POST = writing(({ context, runtime, id }) =>
  answer(startChange(context, runtime.supervisor, id("id"), id("jobId")), 202),
);
