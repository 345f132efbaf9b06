import * as alerts from "@/core/contract/endpoints/alerts";
import { listAlerts } from "@/server/alert/alerts";
import { serve } from "@/server/route";

export const GET = serve(alerts.alerts, ({ context, params, query }) => listAlerts(context, params.logbookId, query));
