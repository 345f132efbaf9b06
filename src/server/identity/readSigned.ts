import { createVerifier } from "../../core/identity/signed";
import type { ReadSigned } from "../confirm/sendFile";

/** Reads signed contacts, each with what its signature says of it. Whether to trust whoever signed is the service's. */
export function createReadSigned(): ReadSigned {
  const verify = createVerifier();
  return async (signed) => {
    const verified = await verify(signed);
    if (verified.claims === null) return { fault: verified.fault };
    const { by, call, at, band, mode, submode } = verified.claims;
    return { id: 0, ownCall: by, call, startedAt: at, band, mode, submode: submode ?? null, signed };
  };
}
