import * as confirm from "@/core/contract/endpoints/confirm";
import { changeSettings } from "@/server/confirm/access";
import { done } from "@/server/problem";
import { write } from "@/server/route";

export const PATCH = write(confirm.changeSettings, ({ context, runtime, params, body }) =>
  done(changeSettings(context, runtime.config.services, params.logbookId, params.service, body)),
);
