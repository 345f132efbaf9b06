import * as saved from "@/core/contract/endpoints/saved";
import { savedViews } from "@/server/logbook/saved";
import { write } from "@/server/route";

export const PUT = write(saved.views.replace, ({ context, params, body }) =>
  savedViews.replace(context, params.logbookId, params.savedId, body),
);

export const DELETE = write(saved.views.remove, ({ context, params }) =>
  savedViews.remove(context, params.logbookId, params.savedId),
);
