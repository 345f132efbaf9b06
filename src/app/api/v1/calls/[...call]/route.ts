import * as calls from "@/core/contract/endpoints/calls";
import { readCall } from "@/server/logbook/reading";
import { serve } from "@/server/route";

export const GET = serve(calls.readCall, ({ context, params, query }) =>
  readCall(context, params.call, query.at ?? context.now()),
);
