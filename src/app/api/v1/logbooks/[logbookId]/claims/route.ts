import * as credits from "@/core/contract/endpoints/credits";
import { listClaims, recordClaim } from "@/server/award/credits";
import { serve, write } from "@/server/route";

export const GET = serve(credits.claims, ({ context, params }) => listClaims(context, params.logbookId));

export const POST = write(credits.recordClaim, ({ context, params, body }) =>
  recordClaim(context, params.logbookId, body),
);
