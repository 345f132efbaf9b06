import { Extension, PemConverter, Pkcs10CertificateRequestGenerator } from "../../core/identity/x509";
import { SIGNING } from "../../core/identity/chain";
import { encodeScope, type Scope, SCOPE_EXTENSION } from "../../core/identity/profile";

/** A new key (PKCS #8), and a request for a certificate of it (PKCS #10, RFC 2986); both PEM. */
export async function makeRequest(
  scope: Scope,
  { name, mail }: { readonly name: string; readonly mail: string },
): Promise<{ readonly key: string; readonly request: string }> {
  const keys = await crypto.subtle.generateKey(SIGNING, true, ["sign", "verify"]);
  const request = await Pkcs10CertificateRequestGenerator.create({
    name: [{ CN: [scope.call] }, { O: [name] }, { E: [mail] }],
    extensions: [new Extension(SCOPE_EXTENSION, false, encodeScope(scope))],
    keys,
    signingAlgorithm: SIGNING,
  });
  const key = await crypto.subtle.exportKey("pkcs8", keys.privateKey);
  return { key: PemConverter.encode(key, "PRIVATE KEY"), request: request.toString("pem") };
}
