import * as identities from "@/core/contract/endpoints/identities";
import { accountOf } from "@/server/identity/account";
import { keyFilesApart } from "@/server/identity/keyFilesApart";
import { loadIdentity } from "@/server/identity/saveAndLoad";
import { serve } from "@/server/route";

export const POST = serve(identities.loadIdentity, ({ context, runtime, params, body }) =>
  loadIdentity(context, runtime.keyRing, accountOf(context, runtime.config.services, params), body, keyFilesApart),
);
