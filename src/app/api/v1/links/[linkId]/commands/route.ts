import * as links from "@/core/contract/endpoints/links";
import { serve } from "@/server/route";

export const POST = serve(links.commandLink, ({ runtime, params, query, body }) =>
  runtime.links.command(params.linkId, body, query.position),
);
