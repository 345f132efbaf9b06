import * as alerts from "@/core/contract/endpoints/alerts";
import { done } from "@/server/problem";
import { serve } from "@/server/route";

export const POST = serve(alerts.testAlertMail, async ({ runtime }) => done(await runtime.alertMail.test()));
