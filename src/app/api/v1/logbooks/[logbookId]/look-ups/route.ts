import * as directories from "@/core/contract/endpoints/directories";
import { write } from "@/server/route";

export const POST = write(directories.lookUp, ({ context, runtime, params, body }) =>
  runtime.supervisor.start(context, params.logbookId, "Look up stations", { kind: "lookUp", input: body }),
);
