import * as confirm from "@/core/contract/endpoints/confirm";
import { startSigning } from "@/server/confirm/outbox";
import { write } from "@/server/route";

export const POST = write(confirm.signToFile, ({ context, runtime, params: { logbookId, service }, body }) =>
  startSigning(context, runtime, logbookId, service, body),
);
