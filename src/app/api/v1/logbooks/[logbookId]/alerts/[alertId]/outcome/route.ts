import * as alerts from "@/core/contract/endpoints/alerts";
import { answerAlert } from "@/server/alert/alerts";
import { write } from "@/server/route";

export const POST = write(alerts.answerAlert, ({ context, params, body }) =>
  answerAlert(context, params.logbookId, params.alertId, body),
);
