import * as saved from "@/core/contract/endpoints/saved";
import { savedSpotViews } from "@/server/logbook/saved";
import { write } from "@/server/route";

export const PUT = write(saved.spotViews.replace, ({ context, params, body }) =>
  savedSpotViews.replace(context, params.logbookId, params.savedId, body),
);

export const DELETE = write(saved.spotViews.remove, ({ context, params }) =>
  savedSpotViews.remove(context, params.logbookId, params.savedId),
);
