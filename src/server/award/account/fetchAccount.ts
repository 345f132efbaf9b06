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
import { inSteps, JobProblem, type JobRun } from "../../jobs/jobRun";
import { type BatchWriter, type HeldContact, writeBatch } from "../../logbook/batch";
import { creditsIn, setCredits } from "../credits";
import { awardsOf } from "../ownAwards";

export interface AccountCheckpoint {
  /** From where on to ask; null once all has come. */
  readonly cursor: string | null;
  /** How many of its credits are recorded in the log. */
  readonly recorded: number;
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
 * of any year; and records in the log what it says of our contacts. The account as it was is kept, and the log left
 * alone, until the whole of it has come, however often that breaks off.
 */
export async function fetchAccount(
  run: JobRun<AccountReport, AccountCheckpoint>,
  { service }: { readonly service: ServiceId },
  access: ServiceAccess,
): Promise<AccountReport> {
  const { context, logbookId, jobId } = run;
  const { store } = context;
  const of = { logbookId, service, round: jobId };
  const grantor = grantorOf(service);
  const { report, ...resumed } = run.resumed ?? {
    cursor: "",
    recorded: 0,
    report: { service, batchId: null, credits: 0, granted: 0, claimed: 0, refused: 0, known: 0, apart: 0 },
  };
  let { cursor, recorded } = resumed;
  // Before anything else: where these are nonsense, so may be the rest.
  const totals = await askPatiently(run, service, access, grantor.totals());
  while (cursor !== null) {
    const page = await askPatiently(run, service, access, grantor.credits(cursor));
    const next = page.more && page.cursor !== cursor ? page.cursor : null;
    store.transaction(() => {
      const twinOf = createMatcher(store, logbookId);
      for (const credit of page.credits) keepCredit(store, of, credit, twinOf(incomingOf(credit)) ?? null);
      report.credits += page.credits.length;
      run.checkpoint({ cursor: next, recorded, report }, report, report.credits, null);
    });
    cursor = next;
  }
  const rows = keptCredits(store, of);
  await inSteps(run, (isTime) => {
    const options = { logbookId, kind: "claim", summary: `Account of ${serviceById(service).name}` } as const;
    const awards = new Map(awardsOf(store, logbookId).map((award) => [award.id, award]));
    const twinOf = createMatcher(store, logbookId);
    writeBatch(context, { ...options, continues: report.batchId }, (writer) => {
      while (recorded < rows.length && isTime()) {
        const row = rows[recorded++]!;
        const twin = twinOf(row);
        const held = twin === undefined ? undefined : writer.hold([twin])[0];
        report[outcomeOf(store, of, writer, row, held, awards.get(row.award))]++;
      }
      report.batchId = writer.batchId;
    });
    run.checkpoint({ cursor: null, recorded, report }, report, recorded, rows.length);
    return recorded < rows.length;
  });
  store.transaction(() => keepAccount(context, of, totals));
  return report;
}

/**
 * The credits that have come, in the order in which they are recorded: whichever contact is no longer good for a credit
 * is told before another one is.
 */
function keptCredits(store: Store, { logbookId, service, round }: Round) {
  const order = { refused: 0, claimed: 1, granted: 2 } as const;
  return store
    .all(
      store.q
        .selectFrom("accountCredit")
        .select(["award", "item", "on", "state", "day", "claim", "reason"])
        .select(["ownCall", "call", "baseCall", "startedAt", "band", "mode", "modeGroup"])
        .where("logbookId", "=", logbookId)
        .where("service", "=", service)
        .where("round", "=", round)
        .orderBy("serviceId"),
    )
    .sort((a, b) => order[a.state] - order[b.state]);
}
type KeptCredit = ReturnType<typeof keptCredits>[number];

interface Round {
  readonly logbookId: number;
  readonly service: ServiceId;
  readonly round: number;
}

/** Records in the log what an account says of a credit; what became of that. */
function outcomeOf(
  store: Store,
  { logbookId, service }: Round,
  writer: BatchWriter,
  { award, item, on, state, day, claim, reason }: KeptCredit,
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
  if (state !== "refused" && others.some((other) => other.state === "granted")) return "known";
  if (state === "claimed" && others.length > 0) return "known";
  // It was granted with this contact: with the other one nothing is waited for any more.
  if (state === "granted")
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
    creditsIn(store, [logbookId])
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
