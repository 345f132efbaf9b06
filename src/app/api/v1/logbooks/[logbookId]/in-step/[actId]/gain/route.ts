import * as inStep from "@/core/contract/endpoints/inStep";
import { gainOfAct } from "@/server/confirm/inStep/act";
import { serve } from "@/server/route";

export const GET = serve(inStep.gain, ({ context, params, query }) =>
  gainOfAct(context, params.logbookId, params.actId, query),
);
