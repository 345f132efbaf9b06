import * as confirm from "@/core/contract/endpoints/confirm";
import { receiptOf } from "@/server/confirm/outbox";
import { serve } from "@/server/route";

export const GET = serve(confirm.receipt, ({ context, params }) =>
  receiptOf(context, params.logbookId, params.sendingId),
);
