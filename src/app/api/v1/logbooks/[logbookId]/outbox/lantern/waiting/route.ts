import * as confirm from "@/core/contract/endpoints/confirm";
import { waitingFor } from "@/server/confirm/outbox";
import { serve } from "@/server/route";

export const GET = serve(confirm.waiting, ({ context, params }) => waitingFor(context, params.logbookId));
