import * as inStep from "@/core/contract/endpoints/inStep";
import { chartsNow } from "@/server/confirm/inStep/charts";
import { serve } from "@/server/route";

export const GET = serve(inStep.charts, ({ context, runtime, params }) =>
  chartsNow(context, runtime.config.services, params.logbookId),
);
