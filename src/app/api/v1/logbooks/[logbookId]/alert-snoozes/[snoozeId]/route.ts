import * as alerts from "@/core/contract/endpoints/alerts";
import { wakeAlerts } from "@/server/alert/alerts";
import { write } from "@/server/route";

export const DELETE = write(alerts.wakeAlerts, ({ context, params }) =>
  wakeAlerts(context, params.logbookId, params.snoozeId),
);
