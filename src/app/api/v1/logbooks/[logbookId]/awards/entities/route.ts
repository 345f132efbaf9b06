import * as logbooks from "@/core/contract/endpoints/logbooks";
import { entityTable } from "@/server/award/entityTable";
import { serve } from "@/server/route";

export const GET = serve(logbooks.entityAward, ({ context, params }) => entityTable(context, params.logbookId));
