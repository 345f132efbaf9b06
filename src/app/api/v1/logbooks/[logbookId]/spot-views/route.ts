import * as saved from "@/core/contract/endpoints/saved";
import { savedSpotViews } from "@/server/logbook/saved";
import { serve, write } from "@/server/route";

export const GET = serve(saved.spotViews.list, ({ context, params }) => savedSpotViews.list(context, params.logbookId));

export const POST = write(saved.spotViews.keep, ({ context, params, body }) =>
  savedSpotViews.keep(context, params.logbookId, body),
);
