import * as spots from "@/core/contract/endpoints/spots";
import { serve } from "@/server/route";

export const GET = serve(spots.linkLines, ({ runtime, params }) => runtime.links.lines(params.linkId));
