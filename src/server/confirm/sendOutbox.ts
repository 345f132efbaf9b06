import { emptyConfirmation } from "../../core/confirm";
import { isoTime } from "../../core/contact";
import type { SendReport, StoredContact } from "../../core/contract";
import type { Context } from "../context";
import type { JobRun } from "../jobs/jobRun";
import { waitingCount, writeBatch } from "../logbook/batch";
import { withConfirmations } from "../logbook/contactRow";
import { siteOfLogbook } from "../logbook/sites";
import { type LanternAnswer, sendToLantern, type ServiceAccess } from "./lantern";

/** How many contacts go in one request. */
const PER_REQUEST = 50;

/**
 * Sends what waits for Lantern and writes each answer down. A contact leaves the outbox in the transaction that
 * keeps its answer: if the process dies in between, it is sent again, and Lantern knows it already.
 */
export async function sendOutbox(run: JobRun<SendReport, SendReport>, lantern: ServiceAccess): Promise<SendReport> {
  const { context, logbookId } = run;
  const report: SendReport = run.resumed ?? {
    service: "lantern",
    sendingId: null,
    batchId: null,
    accepted: 0,
    known: 0,
    refused: 0,
  };
  const total = report.accepted + report.known + report.refused + waitingCount(context.store, logbookId);
  const site = siteOfLogbook(context.store, logbookId);
  let lastId = 0;
  for (;;) {
    const contacts = waiting(context, logbookId, lastId, PER_REQUEST);
    const last = contacts.at(-1);
    if (last === undefined) return report;
    lastId = last.id;
    const answers = await sendToLantern(
      lantern,
      contacts.map((contact) => ({
        id: contact.id,
        ownCall: contact.ownCall ?? site.call,
        call: contact.call,
        startedAt: contact.startedAt,
        band: contact.band,
        mode: contact.mode,
        submode: contact.submode,
      })),
      run.signal,
    );
    context.store.transaction(() => {
      keepAnswers(context, logbookId, report, contacts, answers);
      run.checkpoint(report, report, report.accepted + report.known + report.refused, total);
    });
  }
}

function waiting(context: Context, logbookId: number, afterId: number, limit: number): StoredContact[] {
  const { store } = context;
  const rows = store.all(
    store.q
      .selectFrom("outbox")
      .innerJoin("contact", "contact.id", "outbox.contactId")
      .selectAll("contact")
      .where("outbox.logbookId", "=", logbookId)
      .where("service", "=", "lantern")
      .where("refused", "is", null)
      .where("contactId", ">", afterId)
      .orderBy("contactId")
      .limit(limit),
  );
  return withConfirmations(store, rows);
}

function keepAnswers(
  context: Context,
  logbookId: number,
  report: SendReport,
  contacts: readonly StoredContact[],
  answers: readonly LanternAnswer[],
): void {
  const { store } = context;
  const byId = new Map(answers.map((answer) => [answer.id, answer]));
  const today = isoTime(context.now()).slice(0, 10);
  report.sendingId ??= store.run(
    store.q
      .insertInto("sending")
      .values({ logbookId, service: "lantern", at: context.now(), accepted: 0, known: 0, refused: 0 }),
  ).lastId;
  const options = { logbookId, kind: "send", summary: "Sent to Lantern" } as const;
  writeBatch(context, report.batchId === null ? options : { ...options, continues: report.batchId }, (writer) => {
    report.batchId = writer.batchId;
    for (const contact of contacts) {
      const answer = byId.get(contact.id);
      if (answer === undefined) continue;
      report[answer.answer]++;
      const reason = answer.reason ?? null;
      store.run(
        store.q
          .insertInto("receipt")
          .values({
            sendingId: report.sendingId!,
            contactId: contact.id,
            call: contact.call,
            answer: answer.answer,
            reason,
          })
          .onConflict((conflict) =>
            conflict.columns(["sendingId", "contactId"]).doUpdateSet({ answer: answer.answer, reason }),
          ),
      );
      if (answer.answer === "refused") {
        store.run(
          store.q
            .updateTable("outbox")
            .set({ refused: reason ?? "refused without a reason" })
            .where("contactId", "=", contact.id)
            .where("service", "=", "lantern"),
        );
        continue;
      }
      const old =
        contact.confirmations.find((confirmation) => confirmation.channel === "lantern") ??
        emptyConfirmation("lantern");
      const others = contact.confirmations.filter((confirmation) => confirmation.channel !== "lantern");
      writer.change(contact, { confirmations: [...others, { ...old, sent: "sent", sentOn: today }] });
    }
  });
  const { accepted, known, refused } = report;
  store.run(store.q.updateTable("sending").set({ accepted, known, refused }).where("id", "=", report.sendingId));
}
