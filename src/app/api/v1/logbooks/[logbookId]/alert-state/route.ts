import * as alerts from "@/core/contract/endpoints/alerts";
import { serve } from "@/server/route";

export const GET = serve(alerts.alertState, ({ runtime, params }) => runtime.alerts.state(params.logbookId));
