import { startChange } from "@/server/logbook/startChange";
import { answer, route } from "@/server/route";

export const POST = route(({ context, runtime, id }) =>
  answer(startChange(context, runtime.supervisor, id("id"), id("jobId")), 202),
);
