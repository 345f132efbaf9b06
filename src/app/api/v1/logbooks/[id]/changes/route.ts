import { startPreview } from "@/server/logbook/startChange";
import { answer, route } from "@/server/route";

export const POST = route(async ({ context, runtime, id, json }) =>
  answer(startPreview(context, runtime.supervisor, id("id"), await json()), 202),
);
