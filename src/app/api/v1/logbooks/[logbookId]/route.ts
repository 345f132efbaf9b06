import * as logbooks from "@/core/contract/endpoints/logbooks";
import { changeLogbook, findLogbook } from "@/server/logbook/logbooks";
import { serve, write } from "@/server/route";

export const GET = serve(logbooks.logbook, ({ context, params }) => findLogbook(context, params.logbookId));

export const PATCH = write(logbooks.changeLogbook, ({ context, params, body }) =>
  changeLogbook(context, params.logbookId, body),
);
