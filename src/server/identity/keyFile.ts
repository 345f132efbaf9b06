import { fromBER, OctetString } from "asn1js";
import { PemConverter, X509Certificate } from "../../core/identity/x509";
import {
  Attribute,
  AuthenticatedSafe,
  CertBag,
  Certificate,
  PFX,
  PKCS8ShroudedKeyBag,
  PrivateKeyInfo,
  SafeBag,
  SafeContents,
} from "pkijs";
import { readCertificates } from "../../core/identity/chain";

/** Numbers of kinds of bags (RFC 7292, 4.2). */
const KEY_BAG = "1.2.840.113549.1.12.10.1.1";
const SHROUDED_KEY_BAG = "1.2.840.113549.1.12.10.1.2";
const CERTIFICATE_BAG = "1.2.840.113549.1.12.10.1.3";
/** The mark by which a key and its certificate find each other (RFC 2985, 5.5.2). */
const LOCAL_KEY_ID = "1.2.840.113549.1.9.21";
const ROUNDS = 100_000;

/** What a file of an identity holds: PEM of the key (PKCS #8), and of the certificates, that of the key first. */
export interface KeyFile {
  readonly key: string;
  readonly chain: string;
}

/** What is in a file, or what is wrong with it, in words. */
export type ReadKeyFile = KeyFile | { readonly fault: string; readonly field: "file" | "password" };

/** Writes and reads files. */
export interface KeyFiles {
  readonly write: (file: KeyFile, password: string) => Promise<Uint8Array>;
  readonly read: (bytes: Uint8Array<ArrayBuffer>, password: string) => Promise<ReadKeyFile>;
}

/** A file of PKCS #12 (RFC 7292) under a password, which other programs read, too. */
export async function writeKeyFile({ key, chain }: KeyFile, password: string): Promise<Uint8Array> {
  const secret = utf8(password);
  const shrouded = new PKCS8ShroudedKeyBag({
    parsedValue: PrivateKeyInfo.fromBER(PemConverter.decodeFirst(key)),
  });
  await shrouded.makeInternalValues({
    password: secret,
    contentEncryptionAlgorithm: { name: "AES-CBC", length: 256 } as never,
    hmacHashAlgorithm: "SHA-256",
    iterationCount: ROUNDS,
  });
  const mark = () => [
    new Attribute({ type: LOCAL_KEY_ID, values: [new OctetString({ valueHex: new Uint8Array([1]).buffer })] }),
  ];
  const certificates = readCertificates(chain)!.map(
    (one, index) =>
      new SafeBag({
        bagId: CERTIFICATE_BAG,
        bagValue: new CertBag({ parsedValue: Certificate.fromBER(one.rawData) }),
        ...(index === 0 ? { bagAttributes: mark() } : {}),
      }),
  );
  const contents = (safeBags: SafeBag[]) => ({ privacyMode: 0, value: new SafeContents({ safeBags }) });
  const pfx = new PFX({
    parsedValue: {
      integrityMode: 0,
      authenticatedSafe: new AuthenticatedSafe({
        parsedValue: {
          safeContents: [
            contents([new SafeBag({ bagId: SHROUDED_KEY_BAG, bagValue: shrouded, bagAttributes: mark() })]),
            contents(certificates),
          ],
        },
      }),
    },
  });
  await pfx.parsedValue!.authenticatedSafe!.makeInternalValues({ safeContents: [{}, {}] });
  await pfx.makeInternalValues({
    password: secret,
    iterations: ROUNDS,
    pbkdf2HashAlgorithm: "SHA-256",
    hmacHashAlgorithm: "SHA-256",
  });
  return new Uint8Array(pfx.toSchema().toBER());
}

/** Reads a file of PKCS #12; in words what is wrong with it. */
export async function readKeyFile(bytes: Uint8Array<ArrayBuffer>, password: string): Promise<ReadKeyFile> {
  const fault = (text: string, field: "file" | "password" = "file") => ({ fault: text, field });
  const secret = utf8(password);
  const bags: SafeBag[] = [];
  let pfx: PFX;
  try {
    if (fromBER(bytes).offset === -1) return fault("this is no file of an identity (PKCS #12)");
    pfx = PFX.fromBER(bytes);
  } catch {
    return fault("this is no file of an identity (PKCS #12)");
  }
  try {
    await pfx.parseInternalValues({ password: secret, checkIntegrity: true });
  } catch {
    return fault("the password is another one, or the file is damaged", "password");
  }
  try {
    const safe = pfx.parsedValue!.authenticatedSafe!;
    const count = safe.safeContents.length;
    await safe.parseInternalValues({ safeContents: Array.from({ length: count }, () => ({ password: secret })) });
    const parsed = safe.parsedValue as { safeContents: { value: SafeContents }[] };
    for (const { value } of parsed.safeContents) bags.push(...value.safeBags);
    const keys: string[] = [];
    const certificates: X509Certificate[] = [];
    for (const { bagId, bagValue } of bags) {
      if (bagId === SHROUDED_KEY_BAG) {
        const shrouded = bagValue as PKCS8ShroudedKeyBag;
        await (
          shrouded as unknown as { parseInternalValues(given: { password: ArrayBuffer }): Promise<void> }
        ).parseInternalValues({ password: secret });
        keys.push(pem(shrouded.parsedValue!));
      } else if (bagId === KEY_BAG) keys.push(pem(bagValue as PrivateKeyInfo));
      else if (bagId === CERTIFICATE_BAG) {
        const parsedValue: unknown = (bagValue as CertBag).parsedValue;
        if (parsedValue instanceof Certificate) certificates.push(new X509Certificate(parsedValue.toSchema().toBER()));
      }
    }
    if (keys.length !== 1) return fault(`the file has ${keys.length === 0 ? "no key" : "several keys"}`);
    if (certificates.length === 0) return fault("the file has no certificate");
    return { key: keys[0]!, chain: certificates.map((one) => one.toString("pem")).join("\n") };
  } catch {
    return fault("the file is protected in a way that cannot be read here: save it with AES, or with another program");
  }
}

function pem(info: PrivateKeyInfo): string {
  return PemConverter.encode(info.toSchema().toBER(), "PRIVATE KEY");
}

function utf8(text: string): ArrayBuffer {
  return new TextEncoder().encode(text).buffer;
}
