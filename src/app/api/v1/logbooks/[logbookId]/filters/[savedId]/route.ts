import * as saved from "@/core/contract/endpoints/saved";
import { savedFilters } from "@/server/logbook/saved";
import { write } from "@/server/route";

export const PUT = write(saved.filters.replace, ({ context, params, body }) =>
  savedFilters.replace(context, params.logbookId, params.savedId, body),
);

export const DELETE = write(saved.filters.remove, ({ context, params }) =>
  savedFilters.remove(context, params.logbookId, params.savedId),
);
