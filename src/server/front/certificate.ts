import { createPrivateKey, randomBytes, X509Certificate } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { isIP } from "node:net";
import { join } from "node:path";
import { SIGNING } from "../../core/identity/chain";
import {
  BasicConstraintsExtension,
  KeyUsageFlags,
  KeyUsagesExtension,
  PemConverter,
  SubjectAlternativeNameExtension,
  X509CertificateGenerator,
} from "../../core/identity/x509";
import { type Config, ConfigProblem } from "../config";

/** What a shared station answers by: PEM, and what is told of it. */
export interface Certificate {
  readonly certificate: string;
  readonly key: string;
  /** SHA-256 in pairs of figures, as browsers show it. */
  readonly fingerprint: string;
  readonly isSelfMade: boolean;
  /** ISO 8601, UTC. */
  readonly until: string;
}

const DAY_MS = 86_400_000;
/** One that is made here holds as long; a browser takes none that holds longer than 398 days. */
const HOLDS_MS = 397 * DAY_MS;
/** It is made anew when it ends within as much. */
const RENEW_MS = 30 * DAY_MS;

/**
 * The certificate that is given, or the one made here: it is kept in the data folder, and made anew when it runs out
 * or the computer has another name or address.
 *
 * @param names names and addresses by which the computer is reached
 * @throws ConfigProblem where the given one cannot be used
 */
export async function certificateFor(
  { data, tlsCertificate, tlsKey }: Pick<Config, "data" | "tlsCertificate" | "tlsKey">,
  names: readonly string[],
  now: Date,
): Promise<Certificate> {
  if (tlsCertificate !== undefined && tlsKey !== undefined) {
    const pair = { certificate: readGiven(tlsCertificate), key: readGiven(tlsKey) };
    return { ...checked(pair, `${tlsCertificate} and ${tlsKey}`, now), isSelfMade: false };
  }
  const folder = join(data, "certificate");
  const files = { certificate: join(folder, "certificate.pem"), key: join(folder, "key.pem") };
  if (existsSync(files.certificate) && existsSync(files.key)) {
    const kept = { certificate: readFileSync(files.certificate, "utf8"), key: readFileSync(files.key, "utf8") };
    if (stillGood(kept, names, now)) return { ...checked(kept, folder, now), isSelfMade: true };
  }
  const made = await makeCertificate(names, now);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  writeFileSync(files.key, made.key, { mode: 0o600 });
  writeFileSync(files.certificate, made.certificate);
  return { ...checked(made, folder, now), isSelfMade: true };
}

interface Pair {
  readonly certificate: string;
  readonly key: string;
}

function readGiven(file: string): string {
  try {
    return readFileSync(file, "utf8");
  } catch {
    throw new ConfigProblem(`${file} cannot be read: name the files of the certificate and of its key, or neither.`);
  }
}

function checked({ certificate, key }: Pair, where: string, now: Date) {
  const read = readPair({ certificate, key });
  if (read === null)
    throw new ConfigProblem(`${where} are no certificate with its key (PEM): name such files, or neither.`);
  const until = new Date(read.validTo);
  if (until <= now)
    throw new ConfigProblem(`The certificate in ${where} ended on ${until.toISOString().slice(0, 10)}: renew it.`);
  return { certificate, key, fingerprint: read.fingerprint256, until: until.toISOString() };
}

function readPair({ certificate, key }: Pair): X509Certificate | null {
  try {
    const read = new X509Certificate(certificate);
    return read.checkPrivateKey(createPrivateKey(key)) ? read : null;
  } catch {
    return null;
  }
}

function stillGood(pair: Pair, names: readonly string[], now: Date): boolean {
  const read = readPair(pair);
  return (
    read !== null &&
    new Date(read.validTo).getTime() - now.getTime() > RENEW_MS &&
    names.every((name) => (isIP(name) > 0 ? read.checkIP(name) : read.checkHost(name)) !== undefined)
  );
}

async function makeCertificate(names: readonly string[], now: Date): Promise<Pair> {
  const keys = await crypto.subtle.generateKey(SIGNING, true, ["sign", "verify"]);
  const made = await X509CertificateGenerator.createSelfSigned({
    serialNumber: randomBytes(8).toString("hex"),
    name: [{ CN: ["Ypsiloid"] }],
    keys,
    signingAlgorithm: SIGNING,
    notBefore: new Date(now.getTime() - DAY_MS),
    notAfter: new Date(now.getTime() + HOLDS_MS),
    extensions: [
      new BasicConstraintsExtension(false, undefined, true),
      new KeyUsagesExtension(KeyUsageFlags.digitalSignature, true),
      new SubjectAlternativeNameExtension(
        names.map((value) => ({ type: isIP(value) > 0 ? "ip" : "dns", value }) as const),
      ),
    ],
  });
  const key = await crypto.subtle.exportKey("pkcs8", keys.privateKey);
  return { certificate: made.toString("pem"), key: PemConverter.encode(key, "PRIVATE KEY") };
}
