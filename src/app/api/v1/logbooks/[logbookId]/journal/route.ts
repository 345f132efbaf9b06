import * as logbooks from "@/core/contract/endpoints/logbooks";
import { listBatches } from "@/server/logbook/journal";
import { serve } from "@/server/route";

export const GET = serve(logbooks.journal, ({ context, params }) => listBatches(context, params.logbookId));
