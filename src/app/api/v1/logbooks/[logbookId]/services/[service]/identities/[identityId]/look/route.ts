import * as identities from "@/core/contract/endpoints/identities";
import { accountOf } from "@/server/identity/account";
import { pursue } from "@/server/identity/pursue";
import { serve } from "@/server/route";

export const POST = serve(identities.pursue, ({ context, runtime, params }) =>
  pursue(context, accountOf(context, runtime.config.services, params), params.identityId),
);
