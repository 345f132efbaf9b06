import * as files from "@/core/contract/endpoints/files";
import { importHistory } from "@/server/jobs/job";
import { startImport } from "@/server/logbook/startImport";
import { serve } from "@/server/route";

export const GET = serve(files.imports, ({ context, params }) => importHistory(context, params.logbookId));

export const POST = serve(files.startImport, ({ context, runtime, params, query, request }) =>
  startImport(context, runtime, params.logbookId, request, query),
);
