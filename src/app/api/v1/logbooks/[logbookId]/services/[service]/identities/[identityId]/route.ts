import * as identities from "@/core/contract/endpoints/identities";
import { removeIdentity } from "@/server/identity/ask";
import { write } from "@/server/route";

export const PATCH = write(identities.removeIdentity, ({ context, params: { service, identityId }, body }) =>
  removeIdentity(context, service, identityId, body.removed),
);
