import { CONFIRMED_STATES, type ProvenContact, serviceById, type ServiceId, SERVICES } from "../../../core/confirm";
import type { BringReport } from "../../../core/contract";
import type { Context } from "../../context";
import type { JobRun } from "../../jobs/jobRun";
import { contactsById } from "../../logbook/contactRow";
import { siteOfLogbook } from "../../logbook/sites";
import type { ServiceAccess } from "../access";
import { askPatiently } from "../askPatiently";
import { countedWhy } from "../sendChoice";
import { toldOf } from "../toldOf";

/**
 * Brings to a service what others confirm by signature, of what it has and has not confirmed. What it believes is
 * marked in the log when it is fetched, as any confirmation; taken up again it goes on where it was.
 */
export async function bringProofs(
  run: JobRun<BringReport, BringReport>,
  service: ServiceId,
  access: ServiceAccess,
): Promise<BringReport> {
  const { context, logbookId } = run;
  const { bring, perRequest } = serviceById(service);
  const report = run.resumed ?? { service, brought: 0, accepted: 0, known: 0, refused: [], upTo: 0 };
  if (bring === null) return report;
  const proven = provenElsewhere(context, logbookId, service, report.upTo);
  const total = report.brought + proven.length;
  for (let start = 0; start < proven.length; start += perRequest) {
    const some = proven.slice(start, start + perRequest);
    const answers = await askPatiently(run, service, access, bring(contactsOf(context, logbookId, some)));
    report.brought += some.length;
    report.upTo = some.at(-1)!.contactId;
    for (const { answer, reason } of answers) {
      if (answer === "refused") countedWhy(report.refused, reason ?? "without a reason");
      else report[answer]++;
    }
    context.store.transaction(() => run.checkpoint(report, report, report.brought, total));
  }
  return report;
}

interface ProvenRow {
  readonly contactId: number;
  readonly through: string;
}

/** The contacts after one that a service has and has not confirmed, and that others confirm by signature. */
function provenElsewhere({ store }: Context, logbookId: number, service: ServiceId, after: number): ProvenRow[] {
  const others = SERVICES.filter(({ id, proof }) => id !== service && proof === "signed").map(({ id }) => id);
  const rows = store.all(
    store.q
      .selectFrom("confirmation as theirs")
      .innerJoin("confirmation as other", "other.contactId", "theirs.contactId")
      .innerJoin("contact", "contact.id", "theirs.contactId")
      .select((eb) => ["theirs.contactId", eb.fn.min("other.channel").as("channel")])
      .where("contact.logbookId", "=", logbookId)
      .where("theirs.contactId", ">", after)
      .where("theirs.channel", "=", service)
      .where("theirs.sent", "=", "sent")
      .where("theirs.received", "not in", CONFIRMED_STATES)
      .where("other.channel", "in", others)
      .where("other.received", "in", CONFIRMED_STATES)
      .groupBy("theirs.contactId")
      .orderBy("theirs.contactId"),
  );
  return rows.map(({ contactId, channel }) => ({ contactId, through: serviceById(channel as ServiceId).name }));
}

function contactsOf({ store }: Context, logbookId: number, rows: readonly ProvenRow[]): ProvenContact[] {
  const usual = siteOfLogbook(store, logbookId).call;
  const through = new Map(rows.map((row) => [row.contactId, row.through]));
  const contacts = contactsById(
    store,
    rows.map(({ contactId }) => contactId),
  );
  return contacts.map((contact) => ({ ...toldOf(contact, usual), through: through.get(contact.id)! }));
}
