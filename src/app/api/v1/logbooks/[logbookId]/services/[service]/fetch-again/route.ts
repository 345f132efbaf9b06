import * as confirm from "@/core/contract/endpoints/confirm";
import { startFetching } from "@/server/confirm/outbox";
import { write } from "@/server/route";

export const POST = write(confirm.fetchAgain, ({ context, runtime, params, body }) =>
  startFetching(context, runtime.supervisor, params.logbookId, params.service, body),
);
