import * as identities from "@/core/contract/endpoints/identities";
import { accountOf } from "@/server/identity/account";
import { requestFile } from "@/server/identity/saveAndLoad";
import { serve } from "@/server/route";

export const GET = serve(identities.requestFile, ({ context, runtime, params }) =>
  requestFile(context, accountOf(context, runtime.config.services, params), params.identityId),
);
