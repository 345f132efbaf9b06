import * as confirm from "@/core/contract/endpoints/confirm";
import { startLooking } from "@/server/confirm/outbox";
import { write } from "@/server/route";

export const POST = write(confirm.lookAtSending, ({ context, runtime, params, body }) =>
  startLooking(context, runtime.supervisor, params.logbookId, params.service, body),
);
