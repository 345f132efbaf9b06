import * as arrivals from "@/core/contract/endpoints/arrivals";
import { listArrivals } from "@/server/links/arrivals";
import { done } from "@/server/problem";
import { serve } from "@/server/route";

export const GET = serve(arrivals.arrivals, ({ context, query }) => done(listArrivals(context, query)));
