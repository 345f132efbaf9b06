import { serviceById, type ServiceId } from "../../core/confirm";
import type { Identity, IdentityInput } from "../../core/contract";
import type { Context } from "../context";
import { done, failed, type Result } from "../problem";
import { identityOf, identityRow, updateIdentity } from "./identityRow";
import { keepKey, type KeyRing } from "./keyRing";
import { makeRequest } from "./makeRequest";

/** Makes a key and a request for an identity. Nothing is handed in yet. */
export async function askIdentity(
  context: Context,
  ring: KeyRing,
  logbookId: number,
  service: ServiceId,
  input: IdentityInput,
): Promise<Result<Identity>> {
  const { name: serviceName, registrar } = serviceById(service);
  if (registrar === null) return failed(409, "Not needed", `${serviceName} takes contacts without a signature.`);
  const { call, entityCode, from, to, name, address, mail } = input;
  const { key, request } = await makeRequest({ call, entity: entityCode, from, to }, { name, mail });
  const { store } = context;
  const kept = await keepKey(
    context,
    ring,
    key,
    (resting) =>
      store.run(
        store.q.insertInto("identity").values({
          service,
          logbookId,
          call,
          entityCode,
          fromDay: from,
          toDay: to,
          name,
          address,
          mail,
          askedAt: context.now(),
          request,
          key: resting,
          sponsors: "[]",
        }),
      ).lastId,
  );
  if (!kept.ok) return kept;
  const id = kept.value;
  context.announce({ type: "identities" });
  const row = identityRow(context, service, id);
  return row.ok ? done(identityOf(row.value)) : row;
}

/** Takes an identity away, or brings it back with its key. */
export function removeIdentity(context: Context, service: ServiceId, id: number, removed: boolean): Result<Identity> {
  const row = identityRow(context, service, id, !removed);
  if (!row.ok) return row;
  return done(updateIdentity(context, id, { removedAt: removed ? context.now() : null }));
}
