import { capital } from "../../core/capital";
import type { X509Certificate } from "../../core/identity/x509";
import { isoTime } from "../../core/contact";
import type { Identity } from "../../core/contract";
import { serviceById } from "../../core/confirm";
import { faultOfChain, publicKeyOf, readCertificates, scopeOf } from "../../core/identity/chain";
import type { Context } from "../context";
import { done, failed, type Result } from "../problem";
import { type IdentityRow, updateIdentity } from "./identityRow";

/** A certificate that may be taken: what of it is kept. */
interface Taken extends Pick<IdentityRow, "call" | "entityCode" | "fromDay" | "toDay"> {
  readonly chain: string;
  readonly validFrom: number;
  readonly validTo: number;
}

/**
 * Checks the certificates that a request was answered with, in any order.
 *
 * @param publicKey the key that it must be of, in base64 (SubjectPublicKeyInfo)
 * @param root PEM: the service's authority
 */
export async function checkCertificate(
  { service, call }: Pick<IdentityRow, "service" | "call">,
  publicKey: string,
  text: string,
  root: string,
  now: number,
): Promise<Result<Taken>> {
  const { name } = serviceById(service);
  const given = readCertificates(text);
  if (given === null)
    return refused("this is no certificate: give all of it, from BEGIN CERTIFICATE to END CERTIFICATE");
  const end = given.find((one) => publicKeyOf(one) === publicKey);
  if (end === undefined) return refused("the certificate is of another key: it answers another request");
  const scope = scopeOf(end);
  if (scope === null) return refused("the certificate does not say for which call it signs");
  if (scope.call !== call) return refused(`the certificate signs for ${scope.call}, not for ${call}`);
  const chain = inOrder(end, given);
  const fault = await faultOfChain(chain, readCertificates(root)![0]!);
  if (fault === "self-made") return refused(`the certificate is self-made: ${name} did not sign it`);
  if (fault === "broken") return refused(`the certificate does not lead to ${name}'s authority as it was first met`);
  const validFrom = Math.floor(end.notBefore.getTime() / 1000);
  const validTo = Math.floor(end.notAfter.getTime() / 1000);
  if (validTo <= now)
    return refused(`the certificate ended on ${isoTime(validTo).slice(0, 10)}: ask for a new identity`);
  return done({
    call,
    entityCode: scope.entity,
    fromDay: scope.from,
    toDay: scope.to,
    chain: chain.map((one) => one.toString("pem")).join("\n"),
    validFrom,
    validTo,
  });
}

function refused(text: string) {
  return failed(422, "Not taken", capital(text), [{ field: "text", text }]);
}

function inOrder(end: X509Certificate, given: readonly X509Certificate[]): X509Certificate[] {
  const chain = [end];
  for (;;) {
    const last = chain.at(-1)!;
    const next = given.find((one) => one.subject === last.issuer && !chain.includes(one));
    if (next === undefined) return chain;
    chain.push(next);
  }
}

/** Keeps a certificate that was checked; older identities of the call whose days it has, too, are replaced by it. */
export function keepCertificate(context: Context, row: Pick<IdentityRow, "id" | "service">, taken: Taken): Identity {
  const { store } = context;
  store.run(
    store.q
      .updateTable("identity")
      .set({ replacedBy: row.id })
      .where("service", "=", row.service)
      .where("call", "=", taken.call)
      .where("id", "!=", row.id)
      .where("chain", "is not", null)
      .where("replacedBy", "is", null)
      .where("validTo", "<=", taken.validTo)
      .where("fromDay", ">=", taken.fromDay)
      .$if(taken.toDay !== null, (update) => update.where("toDay", "<=", taken.toDay)),
  );
  return updateIdentity(context, row.id, { ...taken, refused: null });
}
