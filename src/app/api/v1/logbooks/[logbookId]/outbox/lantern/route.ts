import * as confirm from "@/core/contract/endpoints/confirm";
import { lanternView } from "@/server/confirm/outbox";
import { serve } from "@/server/route";

export const GET = serve(confirm.serviceView, ({ context, params }) => lanternView(context, params.logbookId));
