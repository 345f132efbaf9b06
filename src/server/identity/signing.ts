import { PemConverter } from "../../core/identity/x509";
import { CompactSign } from "jose";
import type { ServiceId, ToldContact } from "../../core/confirm";
import type { CompleteContact } from "../../core/contact";
import { claimsOf } from "../../core/identity";
import { readCertificates, SIGNING } from "../../core/identity/chain";
import { ALGORITHM } from "../../core/identity/signed";
import type { Context } from "../context";
import { JobProblem } from "../jobs/jobRun";
import { identityRows } from "./identityRow";
import { clearKey, CLOSED, type DataKey } from "./keyRing";
import { signersAt } from "./signers";

/** Signs contacts for a service, each by itself. */
export interface Signing {
  /** A JSON Web Signature (RFC 7515) in its compact form with the certificates; or why nobody signs it. */
  sign(contact: CompleteContact, told: ToldContact): Promise<{ readonly signed: string } | { readonly why: string }>;
}

/** Signing with keys that were read once; null where the service takes what is told without a signature. */
export function createSigning(context: Context, service: ServiceId, dataKey: DataKey): Signing | null {
  const signerOf = signersAt(context, service);
  if (signerOf === null) return null;
  const ready = new Map<number, Promise<(claims: object) => Promise<string>>>();

  async function signWith(id: number): Promise<(claims: object) => Promise<string>> {
    const row = identityRows(context.store, service).find((one) => one.id === id)!;
    const pem = await clearKey(row.key!, dataKey);
    if (pem === null) throw new JobProblem(CLOSED);
    const key = await crypto.subtle.importKey("pkcs8", PemConverter.decodeFirst(pem), SIGNING, false, ["sign"]);
    const x5c = readCertificates(row.chain!)!.map((one) => one.toString("base64"));
    return (claims) => signClaims(claims, key, x5c);
  }

  return {
    async sign(contact, { ownCall, startedAt }) {
      const signer = signerOf(ownCall, startedAt);
      if (signer.identity === null) return { why: signer.why };
      const { id } = signer.identity;
      let sign = ready.get(id);
      if (sign === undefined) ready.set(id, (sign = signWith(id)));
      return { signed: await (await sign)(claimsOf(contact, ownCall)) };
    },
  };
}

const ENCODER = new TextEncoder();

/** @param x5c the certificates of the key, its own first, in base64 */
export function signClaims(claims: object, key: CryptoKey, x5c: string[]): Promise<string> {
  return new CompactSign(ENCODER.encode(JSON.stringify(claims))).setProtectedHeader({ alg: ALGORITHM, x5c }).sign(key);
}
