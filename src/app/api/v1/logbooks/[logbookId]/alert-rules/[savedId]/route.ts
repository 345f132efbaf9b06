import { alertRules } from "@/core/contract/endpoints/saved";
import { savedAlertRules } from "@/server/logbook/saved";
import { write } from "@/server/route";

export const PUT = write(alertRules.replace, ({ context, params, body }) =>
  savedAlertRules.replace(context, params.logbookId, params.savedId, body),
);

export const DELETE = write(alertRules.remove, ({ context, params }) =>
  savedAlertRules.remove(context, params.logbookId, params.savedId),
);
