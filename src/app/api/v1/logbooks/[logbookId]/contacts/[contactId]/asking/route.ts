import * as asking from "@/core/contract/endpoints/asking";
import { askingOf, askStation } from "@/server/confirm/asking";
import { serve } from "@/server/route";

export const GET = serve(asking.asking, ({ context, params: { logbookId, contactId } }) =>
  askingOf(context, logbookId, contactId),
);
export const POST = serve(asking.askStation, ({ context, runtime, params: { logbookId, contactId }, body }) =>
  askStation(context, runtime.config.services, logbookId, contactId, body),
);
