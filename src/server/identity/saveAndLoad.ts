import { capital } from "../../core/capital";
import { PemConverter } from "../../core/identity/x509";
import { isoTime } from "../../core/contact";
import type { Identity } from "../../core/contract";
import { publicKeyOf, readCertificates, scopeOf, SIGNING } from "../../core/identity/chain";
import { orNoAnswer } from "../confirm/askService";
import type { Context } from "../context";
import { done, failed, type Result } from "../problem";
import { identityRow, identityRows, updateIdentity } from "./identityRow";
import { clearKey, CLOSED, keepKey, type KeyRing } from "./keyRing";
import type { KeyFiles } from "./keyFile";
import type { Account } from "./account";
import { authorityOf } from "./authority";
import { checkCertificate, keepCertificate } from "./takeCertificate";

/** The request as a file. */
export function requestFile(context: Context, { service }: Account, id: number) {
  const row = identityRow(context, service, id);
  if (!row.ok) return row;
  const { request, call } = row.value;
  if (request === null) return failed(409, "No request", `The identity of ${call} was loaded from a file.`);
  return done({ name: `${fileName(call)}.csr.pem`, type: "application/x-pem-file", pieces: [request] });
}

const fileName = (call: string) => call.replaceAll("/", "-");

/** An identity with its key as a file under a password, in base64. */
export async function saveIdentity(
  context: Context,
  ring: KeyRing,
  { service }: Account,
  id: number,
  password: string,
  files: KeyFiles,
): Promise<Result<{ readonly name: string; readonly file: string }>> {
  const row = identityRow(context, service, id);
  if (!row.ok) return row;
  const { key, chain, call } = row.value;
  if (chain === null) return failed(409, "No certificate", `The identity of ${call} has no certificate yet.`);
  if (key === null) return failed(409, "No key", `The key of the identity of ${call} is gone.`);
  const clear = await clearKey(key, ring.dataKey);
  if (clear === null) return failed(409, "Closed", CLOSED);
  const file = Buffer.from(await files.write({ key: clear, chain }, password)).toString("base64");
  await context.write(() => updateIdentity(context, id, { savedAt: context.now() }));
  return done({ name: `${fileName(call)}-${isoTime(context.now()).slice(0, 10)}.p12`, file });
}

/** Loads an identity with its key from a file; one that is here already gets its key back. */
export async function loadIdentity(
  context: Context,
  ring: KeyRing,
  account: Account,
  { file, password }: { readonly file: string; readonly password: string },
  files: KeyFiles,
): Promise<Result<Identity>> {
  const refused = (text: string, field: string) => failed(422, "Not taken", capital(text), [{ field, text }]);
  const read = await files.read(new Uint8Array(Buffer.from(file, "base64")), password);
  if ("fault" in read) return refused(read.fault, read.field);
  const publicKey = await publicKeyOfKey(read.key, read.chain);
  if (publicKey === null) return refused("the key and the certificates of the file do not belong together", "file");
  const end = readCertificates(read.chain)!.find((one) => publicKeyOf(one) === publicKey)!;
  const scope = scopeOf(end);
  if (scope === null) return refused("the certificate does not say for which call it signs", "file");
  const { service, logbookId } = account;
  return orNoAnswer(async () => {
    const root = await authorityOf(context, account);
    const taken = await checkCertificate({ service, call: scope.call }, publicKey, read.chain, root, context.now());
    if (!taken.ok) return refused(taken.problem.detail, "file");
    return keepKey(context, ring, read.key, (key) => {
      const { store } = context;
      const known = identityRows(store, service).find(
        ({ chain }) => chain !== null && publicKeyOf(readCertificates(chain)![0]!) === publicKey,
      );
      if (known !== undefined) return updateIdentity(context, known.id, { key, savedAt: context.now() });
      const row = {
        service,
        logbookId,
        ...taken.value,
        name: end.subjectName.getField("O")[0] ?? "",
        address: "",
        mail: end.subjectName.getField("E")[0] ?? "",
        askedAt: context.now(),
        key,
        sponsors: "[]",
        savedAt: context.now(),
      };
      const { lastId } = store.run(store.q.insertInto("identity").values(row));
      return keepCertificate(context, { service, id: lastId }, taken.value);
    });
  });
}

/** The public key of a key, where one of the certificates is of it; null where none is. */
async function publicKeyOfKey(key: string, chain: string): Promise<string | null> {
  const message = new Uint8Array(32);
  try {
    const secret = await crypto.subtle.importKey("pkcs8", PemConverter.decodeFirst(key), SIGNING, false, ["sign"]);
    const signature = await crypto.subtle.sign(SIGNING, secret, message);
    for (const certificate of readCertificates(chain) ?? []) {
      const open = await certificate.publicKey.export(SIGNING, ["verify"]).catch(() => null);
      if (open !== null && (await crypto.subtle.verify(SIGNING, open, signature, message)))
        return publicKeyOf(certificate);
    }
    return null;
  } catch {
    return null;
  }
}
