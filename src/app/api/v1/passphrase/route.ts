import * as identities from "@/core/contract/endpoints/identities";
import { forgetKeys, setPassphrase } from "@/server/identity/keyRing";
import { serve, write } from "@/server/route";

export const PUT = serve(identities.setPassphrase, ({ context, runtime, body }) =>
  setPassphrase(context, runtime.keyRing, body),
);
export const DELETE = write(identities.forgetKeys, ({ context, runtime }) => forgetKeys(context, runtime.keyRing));
