import {
  BasicConstraintsExtension,
  Extension,
  KeyUsageFlags,
  KeyUsagesExtension,
  PemConverter,
  Pkcs10CertificateRequest,
  X509Certificate,
  X509CertificateGenerator,
} from "../../src/core/identity/x509";
import { SIGNING } from "../../src/core/identity/chain";
import { decodeScope, encodeScope, type Scope, SCOPE_EXTENSION } from "../../src/core/identity/profile";

/** A certificate with its key, both PEM. */
interface Pair {
  readonly certificate: string;
  readonly key: string;
}

/** Where the authority's own keys are kept. */
export interface Vault {
  read(name: string): Pair | undefined;
  keep(name: string, pair: Pair): void;
}

/** Lantern's authority: a root that signs one issuer, which signs the identities. */
export interface Authority {
  /** PEM. */
  readonly root: X509Certificate;
  /** A certificate of a request's key with that of its issuer, as PEM. Times are seconds since 1970 UTC. */
  issue(request: string, validFrom: number, validTo: number): Promise<string>;
}

const YEAR = 366 * 86_400;
const date = (at: number) => new Date(at * 1000);

/** @param now seconds since 1970 UTC: the authority is as old as that, and ten years */
export async function openAuthority(vault: Vault, now: number): Promise<Authority> {
  const since = now - 10 * YEAR;
  const root = vault.read("root") ?? (await createPair("Lantern", since, null));
  const issuer = vault.read("issuer") ?? (await createPair("Lantern identities", since, root));
  vault.keep("root", root);
  vault.keep("issuer", issuer);
  const issuerKey = await privateKey(issuer.key);
  const issuerName = new X509Certificate(issuer.certificate).subject;
  return {
    root: new X509Certificate(root.certificate),
    async issue(pem, validFrom, validTo) {
      const request = new Pkcs10CertificateRequest(pem);
      const certificate = await X509CertificateGenerator.create({
        subject: request.subject,
        issuer: issuerName,
        publicKey: await request.publicKey.export(SIGNING, ["verify"]),
        signingKey: issuerKey,
        signingAlgorithm: SIGNING,
        notBefore: date(validFrom),
        notAfter: date(validTo),
        extensions: [
          new BasicConstraintsExtension(false),
          new KeyUsagesExtension(KeyUsageFlags.digitalSignature, true),
          new Extension(SCOPE_EXTENSION, false, encodeScope(scopeOfRequest(request)!)),
        ],
      });
      return `${certificate.toString("pem")}\n${issuer.certificate}`;
    },
  };
}

/** What a request asks to sign for; null where it does not say so. */
export function scopeOfRequest(request: Pkcs10CertificateRequest): Scope | null {
  const extension = request.extensions.find(({ type }) => type === SCOPE_EXTENSION);
  return extension === undefined ? null : decodeScope(extension.value);
}

async function createPair(name: string, since: number, signedBy: Pair | null): Promise<Pair> {
  const keys = await crypto.subtle.generateKey(SIGNING, true, ["sign", "verify"]);
  const times = { notBefore: date(since), notAfter: date(since + 40 * YEAR) };
  const extensions = [
    new BasicConstraintsExtension(true, undefined, true),
    new KeyUsagesExtension(KeyUsageFlags.keyCertSign, true),
  ];
  const subject = [{ CN: [name] }];
  const certificate =
    signedBy === null
      ? await X509CertificateGenerator.createSelfSigned({
          name: subject,
          keys,
          signingAlgorithm: SIGNING,
          ...times,
          extensions,
        })
      : await X509CertificateGenerator.create({
          subject,
          issuer: new X509Certificate(signedBy.certificate).subject,
          publicKey: keys.publicKey,
          signingKey: await privateKey(signedBy.key),
          signingAlgorithm: SIGNING,
          ...times,
          extensions,
        });
  const key = await crypto.subtle.exportKey("pkcs8", keys.privateKey);
  return { certificate: certificate.toString("pem"), key: PemConverter.encode(key, "PRIVATE KEY") };
}

function privateKey(pem: string): Promise<CryptoKey> {
  return crypto.subtle.importKey("pkcs8", PemConverter.decodeFirst(pem), SIGNING, false, ["sign"]);
}

/** A vault that lasts as long as the process. */
export function memoryVault(): Vault {
  const pairs = new Map<string, Pair>();
  return { read: (name) => pairs.get(name), keep: (name, pair) => void pairs.set(name, pair) };
}
