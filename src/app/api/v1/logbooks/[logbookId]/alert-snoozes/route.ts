import * as alerts from "@/core/contract/endpoints/alerts";
import { snoozeAlerts } from "@/server/alert/alerts";
import { write } from "@/server/route";

export const POST = write(alerts.snoozeAlerts, ({ context, params, body }) =>
  snoozeAlerts(context, params.logbookId, body),
);
