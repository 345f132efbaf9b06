import * as files from "@/core/contract/endpoints/files";
import { listExports, startExport } from "@/server/logbook/exports";
import { serve } from "@/server/route";

export const GET = serve(files.exports, ({ context, params }) => listExports(context, params.logbookId));

export const POST = serve(files.startExport, ({ context, params, body }) =>
  startExport(context, params.logbookId, body),
);
