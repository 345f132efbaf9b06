import { BasicConstraintsExtension, PemConverter, Pkcs10CertificateRequest, X509Certificate } from "./x509";
import { decodeScope, type Scope, SCOPE_EXTENSION } from "./profile";

/** How keys sign: ECDSA on the curve P-256 with SHA-256, which JSON Web Signatures call ES256 (RFC 7518, 3.4). */
export const SIGNING = { name: "ECDSA", namedCurve: "P-256", hash: "SHA-256" } as const;

/** Certificates in a text of PEM (RFC 7468), in their order; null where one cannot be read, or there is none. */
export function readCertificates(text: string): X509Certificate[] | null {
  try {
    const certificates = PemConverter.decode(text).map((bytes) => new X509Certificate(bytes));
    return certificates.length === 0 ? null : certificates;
  } catch {
    return null;
  }
}

/** What a certificate signs for; null where it does not say so. */
export function scopeOf(certificate: X509Certificate): Scope | null {
  const extension = certificate.getExtension(SCOPE_EXTENSION);
  return extension === null ? null : decodeScope(extension.value);
}

/**
 * What is wrong with a chain of certificates, its end first, that is to lead to a root; null where nothing is. That a
 * certificate is of its time is another question.
 */
export async function faultOfChain(
  chain: readonly X509Certificate[],
  root: X509Certificate,
): Promise<"self-made" | "broken" | null> {
  const [end] = chain;
  if (end === undefined) return "broken";
  // A root may come along.
  const links = chain.length > 1 && same(chain.at(-1)!, root) ? chain.slice(0, -1) : chain;
  for (const [index, certificate] of links.entries()) {
    const issuer = links[index + 1] ?? root;
    const signs = issuer.getExtension(BasicConstraintsExtension)?.ca === true;
    const isSigned = await certificate.verify({ publicKey: issuer, signatureOnly: true }).catch(() => false);
    if (isSigned && signs) continue;
    const isOwn = await certificate.verify({ publicKey: certificate, signatureOnly: true }).catch(() => false);
    return isOwn ? "self-made" : "broken";
  }
  return null;
}

function same(a: X509Certificate, b: X509Certificate): boolean {
  return a.equal(b);
}

/** The key that a certificate is of, in base64 (SubjectPublicKeyInfo, RFC 5280). */
export function publicKeyOf(certificate: X509Certificate): string {
  return certificate.publicKey.toString("base64");
}

/** The key that a request (PKCS #10, PEM) is of, in the same form. */
export function publicKeyOfRequest(request: string): string {
  return new Pkcs10CertificateRequest(request).publicKey.toString("base64");
}
