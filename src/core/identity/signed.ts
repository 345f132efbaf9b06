import { X509Certificate } from "./x509";
import { compactVerify, decodeProtectedHeader, errors } from "jose";
import { z } from "zod";
import { scopeOf, SIGNING } from "./chain";
import { type Claims, claimsSchema } from "./claims";
import type { Scope } from "./profile";

/** The algorithm's name in a JSON Web Signature (RFC 7518, 3.4): {@link SIGNING}. */
export const ALGORITHM = "ES256";

const headerSchema = z.object({ alg: z.literal(ALGORITHM), x5c: z.array(z.string().max(20_000)).min(1).max(5) });

/** Who signed: the chain of certificates that came along, its end first, and what it signs for. */
export interface SignedBy {
  readonly chain: readonly X509Certificate[];
  readonly scope: Scope;
  readonly key: CryptoKey;
}

/** A signed contact that is what its signature says, or what is wrong with it. */
export type Verified =
  { readonly claims: Claims; readonly by: SignedBy } | { readonly claims: null; readonly fault: string };

/**
 * Checks signed contacts (JSON Web Signatures, RFC 7515, in their compact form, with their certificates as x5c): that
 * nothing of one was changed, and that its certificate signs for its call and day. Whether the certificates are to be
 * trusted is asked of `fault`, once for each chain.
 */
export function createVerifier(
  fault: (by: Pick<SignedBy, "chain" | "scope">) => Promise<string | null> = async () => null,
): (signed: string) => Promise<Verified> {
  const known = new Map<string, Promise<SignedBy | string>>();

  async function signerOf(chain: readonly string[]): Promise<SignedBy | string> {
    try {
      const certificates = chain.map((one) => new X509Certificate(one));
      const scope = scopeOf(certificates[0]!);
      if (scope === null) return "its certificate does not say for which call it signs";
      const wrong = await fault({ chain: certificates, scope });
      if (wrong !== null) return wrong;
      return { chain: certificates, scope, key: await certificates[0]!.publicKey.export(SIGNING, ["verify"]) };
    } catch {
      return "its certificate cannot be read";
    }
  }

  return async (signed) => {
    const wrong = (text: string): Verified => ({ claims: null, fault: text });
    const header = headerIn(signed);
    if (header === null) return wrong("it is no signed contact");
    const name = header.x5c.join(" ");
    let by = known.get(name);
    if (by === undefined) known.set(name, (by = signerOf(header.x5c)));
    const signer = await by;
    if (typeof signer === "string") return wrong(signer);
    let payload: Uint8Array;
    try {
      ({ payload } = await compactVerify(signed, signer.key, { algorithms: [ALGORITHM] }));
    } catch (error) {
      if (error instanceof errors.JOSEError || error instanceof TypeError)
        return wrong("its signature does not fit: it was changed after it was signed");
      throw error;
    }
    const claims = claimsIn(payload);
    if (claims === null) return wrong("what is signed is no contact");
    const { call, from, to } = signer.scope;
    const day = claims.at.slice(0, 10);
    if (claims.by !== call) return wrong(`the certificate of ${call} does not sign for ${claims.by}`);
    if (day < from || (to !== null && day > to))
      return wrong(`the certificate of ${call} signs from ${from} ${to === null ? "on" : `to ${to}`}, not on ${day}`);
    return { claims, by: signer };
  };
}

function headerIn(signed: string): z.output<typeof headerSchema> | null {
  try {
    return headerSchema.safeParse(decodeProtectedHeader(signed)).data ?? null;
  } catch {
    return null;
  }
}

function claimsIn(payload: Uint8Array): Claims | null {
  try {
    return claimsSchema.parse(JSON.parse(new TextDecoder().decode(payload)));
  } catch {
    return null;
  }
}
