import * as files from "@/core/contract/endpoints/files";
import { exportedFile } from "@/server/logbook/exports";
import { serve } from "@/server/route";

export const GET = serve(files.exportFile, ({ context, params }) =>
  exportedFile(context, params.logbookId, params.exportId),
);
