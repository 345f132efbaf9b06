import { answer, writing } from "@/server/route";
import { findLogbook } from "@/server/logbook/logbooks";

export const POST = writing(({ context, runtime, id }) => {
  const logbook = findLogbook(context, id("id"));
  if (!logbook.ok) return answer(logbook);
  return answer(
    runtime.supervisor.start(context, logbook.value.id, "Send to Lantern", { kind: "send", service: "lantern" }),
    202,
  );
});
