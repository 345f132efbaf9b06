import type { z } from "zod";
import { type Grantor, type ServiceId, serviceById } from "../../../core/confirm";
import { isoTime } from "../../../core/contact";
import type { AwardAccount, claimThroughSchema, JobOf } from "../../../core/contract";
import { atRest } from "../../confirm/outbox";
import type { Context } from "../../context";
import type { Supervisor } from "../../jobs/supervisor";
import { done, failed, type Result } from "../../problem";
import { claimFaults, claimFaultText } from "../credits";

function findGrantor(service: ServiceId): Result<Grantor> {
  const { grantor, name } = serviceById(service);
  return grantor === null ? failed(404, "No awards", `${name} grants no awards`) : done(grantor);
}

/** The account of awards that a service keeps, as it was fetched last, against the log as it is. */
export async function awardAccount(
  { store, reader }: Context,
  logbookId: number,
  service: ServiceId,
): Promise<Result<AwardAccount>> {
  const grantor = findGrantor(service);
  if (!grantor.ok) return grantor;
  const row = store.first(
    store.q.selectFrom("awardAccount").selectAll().where("logbookId", "=", logbookId).where("service", "=", service),
  );
  if (row === undefined) return done({ service, fetchedAt: null, awards: [] });
  const account = { round: row.round, totals: JSON.parse(row.totals) as never };
  const { awards } = grantor.value;
  return done({
    service,
    fetchedAt: isoTime(row.fetchedAt),
    awards: await reader.look("tieAccount", { logbookId, service, awards, account }),
  });
}

export function startFetchingAccount(
  context: Context,
  supervisor: Supervisor,
  logbookId: number,
  service: ServiceId,
): Result<JobOf<"fetchAccount">> {
  const grantor = findGrantor(service);
  if (!grantor.ok) return grantor;
  const title = `Fetch the account of ${serviceById(service).name}`;
  const request = { kind: "fetchAccount", service } as const;
  return atRest(context, logbookId, service) ?? supervisor.start(context, logbookId, title, request);
}

export function startClaiming(
  context: Context,
  supervisor: Supervisor,
  logbookId: number,
  service: ServiceId,
  { contacts }: z.output<typeof claimThroughSchema>,
): Result<JobOf<"claim">> {
  const grantor = findGrantor(service);
  if (!grantor.ok) return grantor;
  const { name } = serviceById(service);
  const strange = contacts.flatMap(({ credits }) => credits).find(({ award }) => !grantor.value.awards.includes(award));
  if (strange !== undefined)
    return failed(409, "It cannot be claimed", `${name} does not grant ${strange.award}: plan without it`);
  const faults = claimFaults(context.store, logbookId, contacts);
  if (faults.length > 0) return failed(409, "It cannot be claimed", claimFaultText(faults), faults.slice(0, 50));
  const request = { kind: "claim", service, contacts } as const;
  return atRest(context, logbookId, service) ?? supervisor.start(context, logbookId, `Claim with ${name}`, request);
}
