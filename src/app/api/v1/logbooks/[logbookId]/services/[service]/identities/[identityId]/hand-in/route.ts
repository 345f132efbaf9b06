import * as identities from "@/core/contract/endpoints/identities";
import { accountOf } from "@/server/identity/account";
import { handIn } from "@/server/identity/pursue";
import { serve } from "@/server/route";

export const POST = serve(identities.handIn, ({ context, runtime, params, body }) =>
  handIn(context, accountOf(context, runtime.config.services, params), params.identityId, body.sponsors),
);
