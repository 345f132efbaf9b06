import * as files from "@/core/contract/endpoints/files";
import { wholeLogFile } from "@/server/logbook/exports";
import { serve } from "@/server/route";

export const GET = serve(files.exportAdx, ({ context, params }) => wholeLogFile(context, params.logbookId, "adx"));
