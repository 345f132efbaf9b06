import * as spots from "@/core/contract/endpoints/spots";
import { serve } from "@/server/route";

export const GET = serve(spots.spots, ({ runtime, params }) => runtime.spots.list(params.logbookId));
