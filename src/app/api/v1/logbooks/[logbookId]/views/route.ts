import * as saved from "@/core/contract/endpoints/saved";
import { savedViews } from "@/server/logbook/saved";
import { serve, write } from "@/server/route";

export const GET = serve(saved.views.list, ({ context, params }) => savedViews.list(context, params.logbookId));

export const POST = write(saved.views.keep, ({ context, params, body }) =>
  savedViews.keep(context, params.logbookId, body),
);
