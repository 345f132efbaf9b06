import { type ServiceId, serviceById } from "../../core/confirm";
import { isoTime } from "../../core/contact";
import type { Identity } from "../../core/contract";
import { findSigners, type Signer } from "../../core/identity";
import type { Context } from "../context";
import { identityOf, identityRows } from "./identityRow";

/** Who signs which contact at a service; null where it takes what is told without a signature. */
export function signersAt(
  { store, now }: Pick<Context, "store" | "now">,
  service: ServiceId,
): ((ownCall: string, startedAt: string) => Signer<Identity>) | null {
  if (serviceById(service).registrar === null) return null;
  return findSigners(identityRows(store, service).map(identityOf), service, isoTime(now()));
}
