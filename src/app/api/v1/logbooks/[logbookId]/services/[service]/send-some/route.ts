import * as confirm from "@/core/contract/endpoints/confirm";
import { startSending } from "@/server/confirm/outbox";
import { write } from "@/server/route";

export const POST = write(confirm.sendSome, ({ context, runtime, params, body }) =>
  startSending(context, runtime.supervisor, params.logbookId, params.service, body),
);
