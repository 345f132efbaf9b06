import {
  type SendAnswer,
  type ServiceId,
  serviceById,
  toldAlike,
  type ToldContact,
  withConfirmation,
} from "../../core/confirm";
import { isoTime } from "../../core/contact";
import type { SendReport, StoredContact } from "../../core/contract";
import type { Context } from "../context";
import type { JobRun } from "../jobs/jobRun";
import { waitingCount, writeBatch } from "../logbook/batch";
import { withConfirmations } from "../logbook/contactRow";
import { siteOfLogbook } from "../logbook/sites";
import type { ServiceAccess } from "./access";
import { askPatiently } from "./askPatiently";

/**
 * Sends what waits for a service and writes each answer down. A contact leaves the outbox in the transaction that
 * keeps its answer: if the process dies in between, it is sent again, and the service knows it already.
 */
export async function sendOutbox(
  run: JobRun<SendReport, SendReport>,
  service: ServiceId,
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
  };
  const total = report.accepted + report.known + report.refused + waitingCount(context.store, logbookId, service);
  const site = siteOfLogbook(context.store, logbookId);
  // Counted anew each time: what was not answered for waits, and goes out again.
  report.unanswered = 0;
  let lastId = 0;
  for (;;) {
    const contacts = waiting(context, logbookId, service, lastId, perRequest);
    const last = contacts.at(-1);
    if (last === undefined) return report;
    lastId = last.id;
    const told = contacts.map((contact) => toldOf(contact, site.call));
    const answers = await askPatiently(run, service, access, send(told));
    context.store.transaction(() => {
      keepAnswers(context, logbookId, report, told, answers);
      run.checkpoint(report, report, report.accepted + report.known + report.refused + report.unanswered, total);
    });
  }
}

/** What a service is told of a contact. */
function toldOf(contact: StoredContact, usualCall: string): ToldContact {
  const { id, call, startedAt, band, mode, submode } = contact;
  return { id, ownCall: contact.ownCall ?? usualCall, call, startedAt, band, mode, submode };
}

function waiting(
  context: Context,
  logbookId: number,
  service: ServiceId,
  afterId: number,
  limit: number,
): StoredContact[] {
  const { store } = context;
  const rows = store.all(
    store.q
      .selectFrom("outbox")
      .innerJoin("contact", "contact.id", "outbox.contactId")
      .selectAll("contact")
      .where("outbox.logbookId", "=", logbookId)
      .where("service", "=", service)
      .where("refused", "is", null)
      .where("contactId", ">", afterId)
      .orderBy("contactId")
      .limit(limit),
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
