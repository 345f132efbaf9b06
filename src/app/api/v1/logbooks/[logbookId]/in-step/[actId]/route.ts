import * as inStep from "@/core/contract/endpoints/inStep";
import { actView } from "@/server/confirm/inStep/act";
import { serve } from "@/server/route";

export const GET = serve(inStep.act, ({ context, params }) => actView(context, params.logbookId, params.actId));
