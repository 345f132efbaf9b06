import * as files from "@/core/contract/endpoints/files";
import { wholeLogFile } from "@/server/logbook/exports";
import { serve } from "@/server/route";

export const GET = serve(files.exportAdi, ({ context, params }) => wholeLogFile(context, params.logbookId, "adi"));
