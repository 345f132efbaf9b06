import { type Award, type Credit, creditFrom, type CreditKey, creditKey } from "../../../core/award";
import {
  type AccountCredit,
  type AccountTotal,
  type Grantor,
  serviceById,
  type ServiceId,
} from "../../../core/confirm";
import type { AccountReport } from "../../../core/contract";
import type { ServiceAccess } from "../../confirm/access";
import { askPatiently } from "../../confirm/askPatiently";
import { createMatcher } from "../../confirm/matcher";
import { incomingOf } from "../../confirm/meet";
import type { Context } from "../../context";
import type { Store } from "../../db/store";
import { JobProblem, type JobRun } from "../../jobs/jobRun";
import { type BatchWriter, type HeldContact, writeBatch } from "../../logbook/batch";
import { creditsIn, setCredits } from "../credits";
import { awardsOf } from "../ownAwards";

export interface AccountCheckpoint {
  readonly cursor: string;
  readonly report: AccountReport;
}

/** Where a service grants; a job that asks another is of no use. */
export function grantorOf(service: ServiceId): Grantor {
  const { grantor, name } = serviceById(service);
  if (grantor === null) throw new JobProblem(`${name} grants no awards`);
  return grantor;
}

/**
 * Fetches all of the account of awards that a service keeps, each time from the beginning, since what is granted can be
 * of any year; and records in the log what it says of our contacts. The account as it was is kept until the whole of it
 * has come, however often that breaks off.
 */
export async function fetchAccount(
  run: JobRun<AccountReport, AccountCheckpoint>,
  { service }: { readonly service: ServiceId },
  access: ServiceAccess,
): Promise<AccountReport> {
  const { context, logbookId, jobId: round } = run;
  const { store } = context;
  const grantor = grantorOf(service);
  const { report, ...resumed } = run.resumed ?? {
    cursor: "",
    report: { service, batchId: null, credits: 0, granted: 0, claimed: 0, refused: 0, known: 0, apart: 0 },
  };
  let { cursor } = resumed;
  // Before anything of it is recorded: where these are nonsense, so may be the rest.
  const totals = await askPatiently(run, service, access, grantor.totals());
  for (;;) {
    const page = await askPatiently(run, service, access, grantor.credits(cursor));
    store.transaction(() => {
      takePage(context, { logbookId, service, round }, report, page.credits);
      run.checkpoint({ cursor: page.cursor, report }, report, report.credits, null);
    });
    if (!page.more || page.cursor === cursor) break;
    ({ cursor } = page);
  }
  store.transaction(() => keepAccount(context, { logbookId, service, round }, totals));
  return report;
}

interface Round {
  readonly logbookId: number;
  readonly service: ServiceId;
  readonly round: number;
}

function takePage(context: Context, of: Round, report: AccountReport, credits: readonly AccountCredit[]): void {
  const { store } = context;
  const { logbookId, service } = of;
  const awards = new Map(awardsOf(store, logbookId).map((award) => [award.id, award]));
  const twinOf = createMatcher(store, logbookId);
  const summary = `Account of ${serviceById(service).name}`;
  writeBatch(context, { logbookId, kind: "claim", summary, continues: report.batchId }, (writer) => {
    for (const credit of credits) {
      const contactId = twinOf(incomingOf(credit)) ?? null;
      keepCredit(store, of, credit, contactId);
      report.credits++;
      const held = contactId === null ? undefined : writer.hold([contactId])[0];
      report[outcomeOf(store, of, writer, credit, held, awards.get(credit.award))]++;
    }
    report.batchId = writer.batchId;
  });
}

/** Records in the log what an account says of a credit; what became of that. */
function outcomeOf(
  store: Store,
  { logbookId, service }: Round,
  writer: BatchWriter,
  { award, item, on, state, day, claim, reason }: AccountCredit,
  held: HeldContact | undefined,
  known: Award | undefined,
): AccountCredit["state"] | "known" | "apart" {
  if (held === undefined || known?.itemsOf(held.contact).includes(item) !== true) {
    if (state !== "granted") return "apart";
    const holders = holdersOf(store, logbookId, { award, item, on });
    if (holders.some((holder) => holder.state === "granted")) return "known";
    const waiting = holders.find(({ source }) => source === service);
    if (waiting === undefined) return "apart";
    // It was claimed with another contact, and is granted already: nothing more is to be waited for.
    setCredits(writer, waiting.contactId, [{ award, item, on, state, day, claim, source: service, reason }]);
    return "granted";
  }
  const own = held.contact.credits.find((one) => creditKey(one) === creditKey({ award, item, on }));
  const next = creditFrom(own, { award, item, on, state, day, claim, source: service, reason });
  if (own !== undefined && isSame(own, next)) return "known";
  const others = holdersOf(store, logbookId, next).filter(({ contactId }) => contactId !== held.contact.id);
  if (others.some((other) => other.state === "granted")) return "known";
  if (state !== "granted" && others.length > 0) return "known";
  // It was granted with this contact: with the other one nothing is waited for any more.
  for (const other of writer.hold(others.map(({ contactId }) => contactId)))
    writer.change(other, { credits: other.contact.credits.filter((one) => creditKey(one) !== creditKey(next)) });
  setCredits(writer, held.contact.id, [next]);
  return state;
}

function isSame(a: Credit, b: Credit): boolean {
  return (["state", "day", "claim", "source", "reason"] as const).every((field) => a[field] === b[field]);
}

/** The contacts with which a credit is claimed or granted. */
function holdersOf(store: Store, logbookId: number, { award, item, on }: CreditKey) {
  return store.all(
    creditsIn(store, logbookId)
      .select(["contactId", "credit.state", "source"])
      .where("credit.award", "=", award)
      .where("item", "=", item)
      .where("on", "=", on)
      .where("credit.state", "!=", "refused"),
  );
}

/** Keeps a credit of the account, and which contact it is about; where that is gone, which one it was. */
function keepCredit(
  store: Store,
  { logbookId, service, round }: Round,
  { id, award, item, on, state, day, claim, reason, ...told }: AccountCredit,
  contactId: number | null,
): void {
  const before =
    contactId ??
    store.first(
      store.q
        .selectFrom("accountCredit")
        .select("contactId")
        .where("logbookId", "=", logbookId)
        .where("service", "=", service)
        .where("round", "!=", round)
        .where("serviceId", "=", id)
        .where("contactId", "is not", null),
    )?.contactId ??
    null;
  const { call, baseCall, ownCall, band, mode, modeGroup, startedAt } = incomingOf({ id, ...told });
  const facts = {
    ...{ award, item, on, state, day, claim, reason, contactId: before },
    ...{ ownCall: ownCall ?? "", call, baseCall, startedAt, band, mode, modeGroup },
  };
  store.run(
    store.q
      .insertInto("accountCredit")
      .values({ logbookId, service, round, serviceId: id, ...facts })
      .onConflict((conflict) => conflict.columns(["logbookId", "service", "round", "serviceId"]).doUpdateSet(facts)),
  );
}

/** All of the account has come: it takes the place of the one before. */
function keepAccount(context: Context, { logbookId, service, round }: Round, totals: readonly AccountTotal[]): void {
  const { store } = context;
  const account = { round, fetchedAt: context.now(), totals: JSON.stringify(totals) };
  store.run(
    store.q
      .insertInto("awardAccount")
      .values({ logbookId, service, ...account })
      .onConflict((conflict) => conflict.columns(["logbookId", "service"]).doUpdateSet(account)),
  );
  store.run(
    store.q
      .deleteFrom("accountCredit")
      .where("logbookId", "=", logbookId)
      .where("service", "=", service)
      .where("round", "!=", round),
  );
}
