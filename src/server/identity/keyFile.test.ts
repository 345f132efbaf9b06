import { X509Certificate as OpenSslCertificate, createPrivateKey } from "node:crypto";
import { createSecureContext } from "node:tls";
import fc from "fast-check";
import { memoryVault, openAuthority } from "../../../stand-ins/lantern/authority";
import { readKeyFile, writeKeyFile } from "./keyFile";
import { makeRequest } from "./makeRequest";

const SCOPE = { call: "CX3QUA", entity: 144, from: "2022-05-01", to: null };
const YEAR = 366 * 86_400;
let key: string;
let chain: string;

beforeAll(async () => {
  const made = await makeRequest(SCOPE, { name: "Inés Cardozo", mail: "ines@farol.example" });
  ({ key } = made);
  chain = await (
    await openAuthority(memoryVault(), 1_800_000_000)
  ).issue(made.request, 1_800_000_000, 1_800_000_000 + YEAR);
});

test("a file gives back what it was made of, with its password alone", async () => {
  const file = new Uint8Array(await writeKeyFile({ key, chain }, "farol, 14 metres"));
  const read = await readKeyFile(file, "farol, 14 metres");
  expect(read).toEqual({ key: expect.stringContaining("BEGIN PRIVATE KEY") as string, chain });
  if ("fault" in read) throw new Error(read.fault);
  // The key's envelope may be written another way; the key is the same.
  expect(createPrivateKey(read.key).equals(createPrivateKey(key))).toBe(true);
  expect(await readKeyFile(file, "farol, 15 metres")).toEqual({
    fault: "the password is another one, or the file is damaged",
    field: "password",
  });
});

test("OpenSSL reads it", async () => {
  const file = Buffer.from(await writeKeyFile({ key, chain }, "lighthouse"));
  expect(() => createSecureContext({ pfx: file, passphrase: "lighthouse" })).not.toThrow();
  expect(() => createSecureContext({ pfx: file, passphrase: "lighthousf" })).toThrow(/mac/i);
});

/** Made by OpenSSL 3: openssl pkcs12 -export, of a self-signed certificate of CX3QUA, password "lighthouse". */
const OPENSSL_FILE =
  "MIIEDAIBAzCCA8IGCSqGSIb3DQEHAaCCA7MEggOvMIIDqzCCAmIGCSqGSIb3DQEHBqCCAlMwggJPAgEAMIICSAYJKoZIhvcNAQcBMFcGCSqG" +
  "SIb3DQEFDTBKMCkGCSqGSIb3DQEFDDAcBAgOlYa0eUWr4AICCAAwDAYIKoZIhvcNAgkFADAdBglghkgBZQMEASoEEHuXoJJl9QdFMY8ysl1m" +
  "TAOAggHg7USFyb+KTt3VxbnoiTg7Bx315DjA21CidbCTjQu/Xo3pwX8w88gENt+105eq13Z1MCXJcd0zaQ9NGAAjbJIGFPcypPVDFKfP4T7J" +
  "WOvfS14bNoAkRdqooY6hOZmhItXa8G3jAigRNgnxheqUY7MJmpe/lco3wmFuDSvIdMwjs6mRADEhLVB4kFdJU8wtmXhe247HtT2Ixfz2atN7" +
  "c6M4i/YhW7lbPAuT5ZaCrv/KWWSBPAVAmBM9ilSPKLn/FRLqKU1yviL9lZOSuChnL8odrx3DVFUv4VWY/Y8MpxW0y1+I6FUbW8RZY0ai5c+E" +
  "FHeRJ4iYWSNDPmxZprEQu5ebvCWQG1UGqKo5/+lWxqcwF0Ck1a73Tj+W9AdOfk7xV1DZRXxhONLjVMksfpfDX5CrLs5PVtOfei3mwoBWYQsw" +
  "tLM9/o0wns3B944sqCMca+PcrMk0EFgpOgljXftaZ2ccqLfBrr18JaPZBehQURPI+YJx7PBmKRrR94JagYgPRePLiylWKq4/nhpLTsFBuGEe" +
  "VB2y0Gl4HBxSOAul8SwzNRs13C08pmiYvNU+irRHdz0ZODmC6ZaFbsQrnS/NjIUQ3HrUg9uXxgtCbY/n0PI4KpzDDDkg93MZmim914i6pLnG" +
  "MIIBQQYJKoZIhvcNAQcBoIIBMgSCAS4wggEqMIIBJgYLKoZIhvcNAQwKAQKgge8wgewwVwYJKoZIhvcNAQUNMEowKQYJKoZIhvcNAQUMMBwE" +
  "COgeKChhCPKgAgIIADAMBggqhkiG9w0CCQUAMB0GCWCGSAFlAwQBKgQQYeiPsVnDr/TzDYNOoAEmAASBkNRbbLGRN6aLNJEYRMmIHoO7N2on" +
  "s3XcQuQFHRiWUqnyzn0SD9vsTzWC5tkj66X5oaMMRbZGV1n+yUj2ZGrF2kt+P6Wo+0QxlVDl06K4K/D/zngraivzKPayYGwG2fKlL3hsfsND" +
  "0sGxK4qnHgV26PeBqNZRuvqZsKZv4xSByKLqFUNIlyjXq2djJQHae/kC0TElMCMGCSqGSIb3DQEJFTEWBBSZ9VNeDKjnXnpOzo/CvXd7SH+9" +
  "VTBBMDEwDQYJYIZIAWUDBAIBBQAEIIW7L13i1C9vBcA4bupueBTSkHyh+BpaKgocd087CQzrBAgrH8ACDGvhPgICCAA=";

test("a file that OpenSSL made is read", async () => {
  const read = await readKeyFile(new Uint8Array(Buffer.from(OPENSSL_FILE, "base64")), "lighthouse");
  if ("fault" in read) throw new Error(read.fault);
  const certificate = new OpenSslCertificate(read.chain);
  expect(certificate.subject).toBe("CN=CX3QUA");
  expect(certificate.checkPrivateKey(createPrivateKey(read.key))).toBe(true);
});

test("a file that is cut or changed anywhere is refused in words, and never half read", async () => {
  const file = new Uint8Array(await writeKeyFile({ key, chain }, "lighthouse"));
  await fc.assert(
    fc.asyncProperty(
      fc.nat(file.length - 1),
      fc.integer({ min: 1, max: 255 }),
      fc.boolean(),
      async (at, change, cut) => {
        const damaged = cut ? file.slice(0, at) : file.map((byte, index) => (index === at ? byte ^ change : byte));
        const read = await readKeyFile(damaged, "lighthouse");
        if ("fault" in read) expect(read.fault).toMatch(/file|password/);
        else expect(createPrivateKey(read.key).equals(createPrivateKey(key))).toBe(true);
      },
    ),
    { numRuns: 12 },
  );
});

test("what is no such file is refused", async () => {
  for (const text of ["", "not a key", "-----BEGIN CERTIFICATE-----"]) {
    const read = await readKeyFile(new TextEncoder().encode(text), "lighthouse");
    expect(read).toEqual({ fault: "this is no file of an identity (PKCS #12)", field: "file" });
  }
});
