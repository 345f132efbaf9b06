import * as confirm from "@/core/contract/endpoints/confirm";
import { startSendingFile } from "@/server/confirm/outbox";
import { serve } from "@/server/route";

export const POST = serve(confirm.sendFile, ({ context, runtime, params: { logbookId, service }, query, request }) =>
  startSendingFile(context, runtime, logbookId, service, request, query.name),
);
