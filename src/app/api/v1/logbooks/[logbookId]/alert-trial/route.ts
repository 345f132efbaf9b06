import * as alerts from "@/core/contract/endpoints/alerts";
import { tryAlertRule } from "@/server/alert/trial";
import { serve } from "@/server/route";

export const POST = serve(alerts.tryAlertRule, ({ context, runtime, params, body }) =>
  tryAlertRule(context, runtime.spots, params.logbookId, body),
);
