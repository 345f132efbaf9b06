import * as identities from "@/core/contract/endpoints/identities";
import { accountOf } from "@/server/identity/account";
import { keyFilesApart } from "@/server/identity/keyFilesApart";
import { saveIdentity } from "@/server/identity/saveAndLoad";
import { serve } from "@/server/route";

export const POST = serve(identities.saveIdentity, ({ context, runtime, params, body }) =>
  saveIdentity(
    context,
    runtime.keyRing,
    accountOf(context, runtime.config.services, params),
    params.identityId,
    body.password,
    keyFilesApart,
  ),
);
