import * as saved from "@/core/contract/endpoints/saved";
import { savedFilters } from "@/server/logbook/saved";
import { serve, write } from "@/server/route";

export const GET = serve(saved.filters.list, ({ context, params }) => savedFilters.list(context, params.logbookId));

export const POST = write(saved.filters.keep, ({ context, params, body }) =>
  savedFilters.keep(context, params.logbookId, body),
);
