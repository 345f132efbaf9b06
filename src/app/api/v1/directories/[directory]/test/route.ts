import * as directories from "@/core/contract/endpoints/directories";
import { testDirectory } from "@/server/directory/directories";
import { serve } from "@/server/route";

export const POST = serve(directories.testDirectory, ({ context, runtime, params, body }) =>
  testDirectory(context, runtime.config.directories, params.directory, body),
);
