import * as files from "@/core/contract/endpoints/files";
import { importLookedInto } from "@/server/logbook/startImport";
import { write } from "@/server/route";

export const POST = write(files.importLookedInto, ({ context, runtime, params, body }) =>
  importLookedInto(context, runtime, params.logbookId, params.jobId, body),
);
