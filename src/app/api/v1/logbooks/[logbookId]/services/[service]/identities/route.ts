import * as identities from "@/core/contract/endpoints/identities";
import { askIdentity } from "@/server/identity/ask";
import { identitiesAt } from "@/server/identity/overview";
import { serve } from "@/server/route";

export const GET = serve(identities.identities, ({ context, runtime, params: { service } }) =>
  identitiesAt(context, runtime.keyRing, service),
);
export const POST = serve(identities.askIdentity, ({ context, runtime, params: { logbookId, service }, body }) =>
  askIdentity(context, runtime.keyRing, logbookId, service, body),
);
