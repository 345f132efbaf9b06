import * as links from "@/core/contract/endpoints/links";
import { serve } from "@/server/route";

export const PATCH = serve(links.changeLink, ({ runtime, params, body }) => runtime.links.change(params.linkId, body));
export const DELETE = serve(links.removeLink, ({ runtime, params }) => runtime.links.remove(params.linkId));
