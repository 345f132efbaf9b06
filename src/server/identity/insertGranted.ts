import type { X509Certificate } from "../../core/identity/x509";
import type { ServiceId } from "../../core/confirm";
import { readCertificates } from "../../core/identity/chain";
import type { Scope } from "../../core/identity/profile";
import type { Context } from "../context";
import { makeRequest } from "./makeRequest";

const INES = { name: "Inés Cardozo", address: "Camino del Faro 3, Cabo Farol", mail: "ines@farol.example" };

/** Makes an identity that was asked for, and given by `issue`, which answers a request (PEM) with certificates (PEM). */
export async function insertGranted(
  context: Context,
  { logbookId, service, askedAt }: { logbookId: number; service: ServiceId; askedAt: number },
  scope: Scope,
  issue: (request: string) => Promise<string>,
): Promise<number> {
  const { key, request } = await makeRequest(scope, INES);
  const chain = await issue(request);
  const { notBefore, notAfter }: X509Certificate = readCertificates(chain)![0]!;
  const { store } = context;
  return store.run(
    store.q.insertInto("identity").values({
      service,
      logbookId,
      call: scope.call,
      entityCode: scope.entity,
      fromDay: scope.from,
      toDay: scope.to,
      ...INES,
      askedAt,
      handedAt: askedAt,
      lookedAt: askedAt,
      request,
      key,
      sponsors: "[]",
      chain,
      validFrom: Math.floor(notBefore.getTime() / 1000),
      validTo: Math.floor(notAfter.getTime() / 1000),
    }),
  ).lastId;
}
