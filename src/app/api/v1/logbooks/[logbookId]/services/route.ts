import * as confirm from "@/core/contract/endpoints/confirm";
import { outboxes } from "@/server/confirm/outbox";
import { serve } from "@/server/route";

export const GET = serve(confirm.outboxes, ({ context, params }) => outboxes(context, params.logbookId));
