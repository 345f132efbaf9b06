import { startPreview } from "@/server/logbook/startChange";
import { answer, writing } from "@/server/route";

export const POST = writing(({ context, runtime, id, body }) =>
  answer(startPreview(context, runtime.supervisor, id("id"), body()), 202),
);
