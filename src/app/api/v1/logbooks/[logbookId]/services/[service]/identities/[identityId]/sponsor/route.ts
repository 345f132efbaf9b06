import * as identities from "@/core/contract/endpoints/identities";
import { accountOf } from "@/server/identity/account";
import { replaceSponsor } from "@/server/identity/pursue";
import { serve } from "@/server/route";

export const POST = serve(identities.replaceSponsor, ({ context, runtime, params, body }) =>
  replaceSponsor(context, accountOf(context, runtime.config.services, params), params.identityId, body),
);
