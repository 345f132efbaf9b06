import * as calls from "@/core/contract/endpoints/calls";
import { removeException } from "@/server/directory/callExceptions";
import { write } from "@/server/route";

export const DELETE = write(calls.removeException, ({ context, params }) =>
  removeException(context, params.exceptionId),
);
