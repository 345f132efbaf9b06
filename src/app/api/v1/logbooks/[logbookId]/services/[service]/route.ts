import * as confirm from "@/core/contract/endpoints/confirm";
import { serviceView } from "@/server/confirm/outbox";
import { serve } from "@/server/route";

export const GET = serve(confirm.serviceView, ({ context, runtime, params }) =>
  serviceView(context, runtime.config.services, params.logbookId, params.service),
);
