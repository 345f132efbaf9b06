import * as identities from "@/core/contract/endpoints/identities";
import { accountOf } from "@/server/identity/account";
import { loadCertificate } from "@/server/identity/pursue";
import { serve } from "@/server/route";

export const POST = serve(identities.loadCertificate, ({ context, runtime, params, body }) =>
  loadCertificate(context, accountOf(context, runtime.config.services, params), params.identityId, body.text),
);
