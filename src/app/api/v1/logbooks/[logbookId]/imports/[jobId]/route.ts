import * as files from "@/core/contract/endpoints/files";
import { dropLookedInto } from "@/server/logbook/startImport";
import { serve } from "@/server/route";

export const DELETE = serve(files.dropLookedInto, ({ context, params }) =>
  dropLookedInto(context, params.logbookId, params.jobId),
);
