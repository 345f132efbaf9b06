import {
  type SendAnswer,
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
import { askPatiently } from "./askPatiently";
import { queueChosen } from "./sendChoice";

/**
 * Sends what waits for a service and writes each answer down. A contact leaves the outbox in the transaction that
 * keeps its answer: if the process dies in between, it is sent again, and the service knows it already.
 */
export async function sendOutbox(
  run: JobRun<SendReport, SendReport>,
  { service, choice }: { readonly service: ServiceId; readonly choice?: SendChoice | undefined },
  access: ServiceAccess,
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
  };
  const only = choice === undefined ? null : await queueChosen(run, service, choice, report);
  const total =
    report.accepted + report.known + report.refused + (only?.size ?? waitingCount(context.store, logbookId, service));
  const site = siteOfLogbook(context.store, logbookId);
  // Counted anew each time: what was not answered for waits, and goes out again.
  report.unanswered = 0;
  const ids = waitingIds(context, logbookId, service).filter((id) => only?.has(id) !== false);
  for (let start = 0; start < ids.length; start += perRequest) {
    const contacts = stillWaiting(context, logbookId, service, ids.slice(start, start + perRequest));
    if (contacts.length === 0) continue;
    const told = contacts.map((contact) => toldOf(contact, site.call));
    const answers = await askPatiently(run, service, access, send(told));
    context.store.transaction(() => {
      keepAnswers(context, logbookId, report, told, answers);
      run.checkpoint(report, report, report.accepted + report.known + report.refused + report.unanswered, total);
    });
  }
  return report;
}

/** What a service is told of a contact. */
function toldOf(contact: StoredContact, usualCall: string): ToldContact {
  const { id, call, startedAt, band, mode, submode } = contact;
  return { id, ownCall: contact.ownCall ?? usualCall, call, startedAt, band, mode, submode };
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
