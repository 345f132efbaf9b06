import * as logbooks from "@/core/contract/endpoints/logbooks";
import { workedHours } from "@/server/logbook/workedHours";
import { done } from "@/server/problem";
import { serve } from "@/server/route";

export const GET = serve(logbooks.workedHours, ({ context, params, query }) =>
  done(workedHours(context, params.logbookId, query.entity)),
);
