import * as confirm from "@/core/contract/endpoints/confirm";
import { outboxes } from "@/server/confirm/outbox";
import { serve } from "@/server/route";

export const GET = serve(confirm.outboxes, ({ context, runtime, params }) =>
  outboxes(context, (logbookId, service) => runtime.byItself.pauseOf(logbookId, service), params.logbookId),
);
