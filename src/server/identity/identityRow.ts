import type { Selectable } from "kysely";
import type { ServiceId } from "../../core/confirm";
import { isoTime } from "../../core/contact";
import type { Identity } from "../../core/contract";
import type { IdentityTable } from "../db/schema";
import type { Store } from "../db/store";
import type { Context } from "../context";
import { missing, type Result } from "../problem";

export type IdentityRow = Selectable<IdentityTable>;

/** The identities at a service that were not taken away, the newest first. */
export function identityRows(store: Store, service: ServiceId): IdentityRow[] {
  return store.all(
    store.q
      .selectFrom("identity")
      .selectAll()
      .where("service", "=", service)
      .where("removedAt", "is", null)
      .orderBy("id", "desc"),
  );
}

/** One of them; a refusal where there is none, or it was taken away, unless such are asked for, too. */
export function identityRow(
  { store }: Pick<Context, "store">,
  service: ServiceId,
  id: number,
  alsoRemoved = false,
): { readonly ok: true; readonly value: IdentityRow } | Extract<Result<never>, { ok: false }> {
  const one = store.q.selectFrom("identity").selectAll().where("id", "=", id).where("service", "=", service);
  const row = store.first(alsoRemoved ? one : one.where("removedAt", "is", null));
  return row === undefined ? missing(`identity ${id}`) : { ok: true, value: row };
}

const isoOrNull = (at: number | null) => (at === null ? null : isoTime(at));

/** An identity as all may see it: without its key. */
export function identityOf(row: IdentityRow): Identity {
  const { id, service, call, entityCode, name, address, mail, refused, replacedBy } = row;
  return {
    id,
    service,
    call,
    entityCode,
    from: row.fromDay,
    to: row.toDay,
    name,
    address,
    mail,
    askedAt: isoTime(row.askedAt),
    hasRequest: row.request !== null,
    handedAt: isoOrNull(row.handedAt),
    lookedAt: isoOrNull(row.lookedAt),
    sponsors: JSON.parse(row.sponsors) as Identity["sponsors"],
    refused,
    validFrom: isoOrNull(row.validFrom),
    validTo: isoOrNull(row.validTo),
    replacedBy,
    hasKey: row.key !== null,
    savedAt: isoOrNull(row.savedAt),
  };
}

/** Writes something of an identity down, tells all of it, and gives it as it is then. */
export function updateIdentity(context: Context, id: number, facts: Partial<Omit<IdentityRow, "id">>): Identity {
  const { store } = context;
  store.run(store.q.updateTable("identity").set(facts).where("id", "=", id));
  context.announce({ type: "identities" });
  return identityOf(store.first(store.q.selectFrom("identity").selectAll().where("id", "=", id))!);
}
