import * as confirm from "@/core/contract/endpoints/confirm";
import { retryRefused } from "@/server/confirm/outbox";
import { write } from "@/server/route";

export const POST = write(confirm.retryRefused, ({ context, params }) =>
  retryRefused(context, params.logbookId, params.service),
);
