import { NEVER_BY_ITSELF, type SendTimes, sendTimesSchema, type ServiceId, SERVICE_IDS } from "../../core/confirm";
import type { ServiceSettings, ServiceSettingsPatch } from "../../core/contract";
import type { Context } from "../context";
import type { Store } from "../db/store";

/** How a service is reached. The token never leaves the server. */
export interface ServiceAccess {
  readonly url: string;
  readonly token: string;
  readonly timeoutMs: number;
}

/** How each service is reached where a logbook says nothing else. */
export type ServiceDefaults = Readonly<Record<ServiceId, ServiceAccess>>;

function rowOf(store: Store, logbookId: number, service: ServiceId) {
  return store.first(
    store.q.selectFrom("serviceAccess").selectAll().where("logbookId", "=", logbookId).where("service", "=", service),
  );
}

/** How a logbook reaches a service. A token that belongs to another address is not sent to this one. */
export function accessOf(
  { store }: Pick<Context, "store">,
  defaults: ServiceDefaults,
  logbookId: number,
  service: ServiceId,
): ServiceAccess {
  const row = rowOf(store, logbookId, service);
  const usual = defaults[service];
  const url = row?.url ?? usual.url;
  return { url, token: row?.token ?? (url === usual.url ? usual.token : ""), timeoutMs: usual.timeoutMs };
}

/** The same without the token. */
export function settingsOf(
  context: Pick<Context, "store">,
  defaults: ServiceDefaults,
  logbookId: number,
  service: ServiceId,
): ServiceSettings {
  const { url, token } = accessOf(context, defaults, logbookId, service);
  return {
    service,
    isUsed: servicesInUse(context.store, logbookId).includes(service),
    url,
    hasToken: token !== "",
    byItself: timesIn(rowOf(context.store, logbookId, service)?.byItself ?? null),
  };
}

function timesIn(text: string | null): SendTimes {
  return text === null ? NEVER_BY_ITSELF : (sendTimesSchema.safeParse(JSON.parse(text)).data ?? NEVER_BY_ITSELF);
}

/** What is sent by itself: which logbook's contacts, to which service, and when. */
export function sentByItself(store: Store) {
  return store
    .all(
      store.q
        .selectFrom("serviceAccess")
        .select(["logbookId", "service", "byItself"])
        .where("byItself", "is not", null),
    )
    .map(({ logbookId, service, byItself }) => ({ logbookId, service, times: timesIn(byItself) }))
    .filter(({ times }) => times.when !== "never" || times.ending);
}

/** Until when a service asked to be left alone, seconds since 1970 UTC; null where it did not, or that is over. */
export function restsUntil({ store, now }: Pick<Context, "store" | "now">, logbookId: number, service: ServiceId) {
  const until = rowOf(store, logbookId, service)?.restsUntil ?? null;
  return until !== null && until > now() ? until : null;
}

/** Keeps until when a service asked to be left alone. */
export function letRest({ store }: Pick<Context, "store">, logbookId: number, service: ServiceId, until: number): void {
  keepOf(store, logbookId, service, { restsUntil: until });
}

/** The certificate that all of a service's own are signed by, as PEM; null where it did not show it yet. */
export function keptAuthority(store: Store, logbookId: number, service: ServiceId): string | null {
  return rowOf(store, logbookId, service)?.authority ?? null;
}

/** Keeps something of how a service is reached, beside what is kept of it already. */
export function keepOf(
  store: Store,
  logbookId: number,
  service: ServiceId,
  facts: { restsUntil: number } | { authority: string },
): void {
  store.run(
    store.q
      .insertInto("serviceAccess")
      .values({ logbookId, service, isUsed: 1, url: null, token: null, byItself: null, restsUntil: null, ...facts })
      .onConflict((conflict) => conflict.columns(["logbookId", "service"]).doUpdateSet(facts)),
  );
}

/** Changes how a logbook reaches a service. With another address the token that was kept for the old one is let go. */
export function changeSettings(
  context: Context,
  defaults: ServiceDefaults,
  logbookId: number,
  service: ServiceId,
  patch: ServiceSettingsPatch,
): ServiceSettings {
  const { store } = context;
  const row = rowOf(store, logbookId, service);
  const before = accessOf(context, defaults, logbookId, service);
  const moved = patch.url !== undefined && patch.url !== before.url;
  const url = moved ? patch.url : (row?.url ?? null);
  const token = patch.token === undefined ? (moved ? null : (row?.token ?? null)) : patch.token;
  const byItself = patch.byItself === undefined ? (row?.byItself ?? null) : JSON.stringify(patch.byItself);
  const authority = moved ? null : (row?.authority ?? null);
  const next = {
    url,
    token,
    authority,
    byItself,
    isUsed: (patch.isUsed ?? row?.isUsed !== 0) ? 1 : 0,
    restsUntil: null,
  };
  store.run(
    store.q
      .insertInto("serviceAccess")
      .values({ logbookId, service, ...next })
      .onConflict((conflict) => conflict.columns(["logbookId", "service"]).doUpdateSet(next)),
  );
  context.announce({ type: "service", logbookId, service, what: "settings" });
  return settingsOf(context, defaults, logbookId, service);
}

/** The services that new contacts of a logbook wait for. */
export function servicesInUse(store: Store, logbookId: number): ServiceId[] {
  const unused = store
    .all(
      store.q.selectFrom("serviceAccess").select("service").where("logbookId", "=", logbookId).where("isUsed", "=", 0),
    )
    .map(({ service }) => service);
  return SERVICE_IDS.filter((service) => !unused.includes(service));
}
