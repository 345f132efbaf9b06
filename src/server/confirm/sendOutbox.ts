import {
  type SendAnswer,
  type SentContact,
  type ServiceId,
  serviceById,
  toldAlike,
  type ToldContact,
  withConfirmation,
} from "../../core/confirm";
import { isoTime } from "../../core/contact";
import type { SendChoice, SendReport, StoredContact } from "../../core/contract";
import type { Context } from "../context";
import type { JobRun } from "../jobs/jobRun";
import { waitingCount, writeBatch } from "../logbook/batch";
import { withConfirmations } from "../logbook/contactRow";
import { siteOfLogbook } from "../logbook/sites";
import type { ServiceAccess } from "./access";
import type { Signing } from "../identity/signing";
import { askPatiently } from "./askPatiently";
import { countedWhy, queueChosen } from "./sendChoice";
import { toldOf } from "./toldOf";

/**
 * Sends what waits for a service and writes each answer down. A contact leaves the outbox in the transaction that
 * keeps its answer: if the process dies in between, it is sent again, and the service knows it already.
 */
export async function sendOutbox(
  run: JobRun<SendReport, SendReport>,
  { service, choice }: { readonly service: ServiceId; readonly choice?: SendChoice | undefined },
  { access, signing }: { readonly access: ServiceAccess; readonly signing: Signing | null },
): Promise<SendReport> {
  const { context, logbookId } = run;
  const { perRequest, send } = serviceById(service);
  const report: SendReport = run.resumed ?? {
    service,
    sendingId: null,
    batchId: null,
    accepted: 0,
    known: 0,
    refused: 0,
    unanswered: 0,
    queued: 0,
    leftOut: 0,
    unsigned: [],
  };
  const only = choice === undefined ? null : await queueChosen(run, service, choice, report);
  const total =
    report.accepted + report.known + report.refused + (only?.size ?? waitingCount(context.store, logbookId, service));
  const site = siteOfLogbook(context.store, logbookId);
  // Counted anew each time: what was not answered for waits, and goes out again.
  report.unanswered = 0;
  report.unsigned = [];
  const ids = waitingIds(context, logbookId, service).filter((id) => only?.has(id) !== false);
  for (let start = 0; start < ids.length; start += perRequest) {
    const contacts = stillWaiting(context, logbookId, service, ids.slice(start, start + perRequest));
    if (contacts.length === 0) continue;
    const told = await signed(signing, contacts, site.call, report);
    const answers = told.length === 0 ? [] : await askPatiently(run, service, access, send(told));
    context.store.transaction(() => {
      keepAnswers(context, logbookId, report, told, answers);
      run.checkpoint(report, report, doneOf(report), total);
    });
  }
  return report;
}

const doneOf = ({ accepted, known, refused, unanswered, unsigned }: SendReport) =>
  accepted + known + refused + unanswered + unsigned.reduce((sum, { count }) => sum + count, 0);

/** What goes of some contacts: signed, where the service takes only that; what nobody signs stays, and is counted. */
async function signed(
  signing: Signing | null,
  contacts: readonly StoredContact[],
  usualCall: string,
  report: SendReport,
): Promise<SentContact[]> {
  const going = await Promise.all(
    contacts.map(async (contact) => {
      const told = toldOf(contact, usualCall);
      if (signing === null) return told;
      const made = await signing.sign(contact, told);
      if ("signed" in made) return { ...told, signed: made.signed };
      countedWhy(report.unsigned, made.why);
      return null;
    }),
  );
  return going.filter((one) => one !== null);
}

/** What is in the outbox and was not refused, the oldest logged first. */
function waitingIds({ store }: Context, logbookId: number, service: ServiceId): number[] {
  return store
    .all(
      store.q
        .selectFrom("outbox")
        .select("contactId")
        .where("logbookId", "=", logbookId)
        .where("service", "=", service)
        .where("refused", "is", null)
        .orderBy("contactId"),
    )
    .map(({ contactId }) => contactId);
}

/** Those of some contacts that wait as they did when the sending began. */
function stillWaiting(
  { store }: Context,
  logbookId: number,
  service: ServiceId,
  ids: readonly number[],
): StoredContact[] {
  const rows = store.all(
    store.q
      .selectFrom("outbox")
      .innerJoin("contact", "contact.id", "outbox.contactId")
      .selectAll("contact")
      .where("outbox.logbookId", "=", logbookId)
      .where("service", "=", service)
      .where("contactId", "in", ids)
      .where("refused", "is", null)
      .orderBy("contactId"),
  );
  return withConfirmations(store, rows);
}

/**
 * Writes down what the service answered. A contact that was deleted meanwhile has its receipt all the same; one that
 * was changed, so that the service has it otherwise than it is now, goes on waiting.
 */
function keepAnswers(
  context: Context,
  logbookId: number,
  report: SendReport,
  told: readonly ToldContact[],
  answers: readonly SendAnswer[],
): void {
  const { store } = context;
  const { service } = report;
  const byId = new Map(answers.map((answer) => [answer.id, answer]));
  const today = isoTime(context.now()).slice(0, 10);
  const answered = told.filter(({ id }) => byId.has(id));
  report.unanswered += told.length - answered.length;
  if (answered.length === 0) return;
  report.sendingId ??= store.run(
    store.q.insertInto("sending").values({ logbookId, service, at: context.now(), accepted: 0, known: 0, refused: 0 }),
  ).lastId;
  const site = siteOfLogbook(store, logbookId);
  const options = { logbookId, kind: "send", summary: `Sent to ${serviceById(service).name}` } as const;
  writeBatch(context, { ...options, continues: report.batchId }, (writer) => {
    const held = new Map(writer.hold(answered.map(({ id }) => id)).map((one) => [one.contact.id, one]));
    for (const sent of answered) {
      const answer = byId.get(sent.id)!;
      report[answer.answer]++;
      const reason = answer.reason ?? null;
      const line = { sendingId: report.sendingId!, contactId: sent.id, call: sent.call, answer: answer.answer, reason };
      store.run(
        store.q
          .insertInto("receipt")
          .values(line)
          .onConflict((conflict) =>
            conflict.columns(["sendingId", "contactId"]).doUpdateSet({ answer: answer.answer, reason }),
          ),
      );
      const one = held.get(sent.id);
      if (one === undefined || !toldAlike(toldOf(one.contact, site.call), sent)) continue;
      if (answer.answer === "refused") {
        store.run(
          store.q
            .updateTable("outbox")
            .set({ refused: reason ?? "refused without a reason" })
            .where("contactId", "=", sent.id)
            .where("service", "=", service),
        );
        continue;
      }
      writer.change(one, {
        confirmations: withConfirmation(one.contact.confirmations, service, { sent: "sent", sentOn: today }),
      });
    }
    report.batchId = writer.batchId;
  });
  const { accepted, known, refused } = report;
  store.run(store.q.updateTable("sending").set({ accepted, known, refused }).where("id", "=", report.sendingId));
}
