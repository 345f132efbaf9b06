import * as identities from "@/core/contract/endpoints/identities";
import { coverageAt } from "@/server/identity/overview";
import { serve } from "@/server/route";

export const GET = serve(identities.coverage, ({ context, params: { logbookId, service } }) =>
  coverageAt(context, logbookId, service),
);
