import * as identities from "@/core/contract/endpoints/identities";
import { openKeys } from "@/server/identity/keyRing";
import { serve } from "@/server/route";

export const POST = serve(identities.openKeys, ({ context, runtime, body }) =>
  openKeys(context, runtime.keyRing, body.passphrase),
);
