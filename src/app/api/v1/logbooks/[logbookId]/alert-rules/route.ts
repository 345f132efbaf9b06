import { alertRules } from "@/core/contract/endpoints/saved";
import { savedAlertRules } from "@/server/logbook/saved";
import { serve, write } from "@/server/route";

export const GET = serve(alertRules.list, ({ context, params }) => savedAlertRules.list(context, params.logbookId));

export const POST = write(alertRules.keep, ({ context, params, body }) =>
  savedAlertRules.keep(context, params.logbookId, body),
);
