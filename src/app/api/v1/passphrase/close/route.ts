import * as identities from "@/core/contract/endpoints/identities";
import { closeKeys } from "@/server/identity/keyRing";
import { serve } from "@/server/route";

export const POST = serve(identities.closeKeys, ({ context, runtime }) => closeKeys(context, runtime.keyRing));
