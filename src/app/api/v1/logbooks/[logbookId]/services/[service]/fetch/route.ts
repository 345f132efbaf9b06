import * as confirm from "@/core/contract/endpoints/confirm";
import { startFetching } from "@/server/confirm/outbox";
import { write } from "@/server/route";

export const POST = write(confirm.fetchConfirmations, ({ context, runtime, params }) =>
  startFetching(context, runtime.supervisor, params.logbookId, params.service),
);
