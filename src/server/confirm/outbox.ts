import { isoTime } from "../../core/contact";
import type { JobOf, ReceiptLine, ServiceView } from "../../core/contract";
import type { Context } from "../context";
import type { Supervisor } from "../jobs/supervisor";
import { done, missing, type Result } from "../problem";
import { announceWaiting, waitingCount } from "../logbook/batch";

const LISTED = 500;

/** What waits for Lantern, what it answered, and what it says that meets no contact of ours. */
export function lanternView(context: Context, logbookId: number): Result<ServiceView> {
  const { store } = context;
  const { q } = store;
  const counts = store.first(
    q
      .selectFrom("outbox")
      .select((eb) => [eb.fn.countAll<number>().as("all"), eb.fn.count<number>("refused").as("refused")])
      .where("logbookId", "=", logbookId)
      .where("service", "=", "lantern"),
  )!;
  const entries = store.all(
    q
      .selectFrom("outbox")
      .innerJoin("contact", "contact.id", "outbox.contactId")
      .select(["contactId", "call", "ownCall", "startedAt", "band", "mode", "queuedAt", "refused"])
      .where("outbox.logbookId", "=", logbookId)
      .where("service", "=", "lantern")
      .orderBy("startedAt", "desc")
      .limit(LISTED),
  );
  const fetched = store.first(
    q.selectFrom("fetchState").select("fetchedAt").where("logbookId", "=", logbookId).where("service", "=", "lantern"),
  );
  const sendings = store.all(
    q
      .selectFrom("sending")
      .selectAll()
      .where("logbookId", "=", logbookId)
      .where("service", "=", "lantern")
      .orderBy("id", "desc")
      .limit(20),
  );
  const withoutTwin = store.all(
    q
      .selectFrom("statement")
      .select(["call", "startedAt", "band", "mode", "explanation"])
      .where("logbookId", "=", logbookId)
      .where("service", "=", "lantern")
      .where("contactId", "is", null)
      .orderBy("startedAt", "desc")
      .limit(LISTED),
  );
  const iso = <Row extends { startedAt: number }>(row: Row) => ({ ...row, startedAt: isoTime(row.startedAt) });
  return done({
    service: "lantern",
    waiting: counts.all - counts.refused,
    refused: counts.refused,
    fetchedAt: fetched === undefined ? null : isoTime(fetched.fetchedAt),
    entries: entries.map((entry) => ({ ...iso(entry), queuedAt: isoTime(entry.queuedAt) })),
    sendings: sendings.map(({ id, at, accepted, known, refused }) => ({
      id,
      at: isoTime(at),
      accepted,
      known,
      refused,
    })),
    withoutTwin: withoutTwin.map(iso),
  });
}

/** How many contacts wait for Lantern. */
export function waitingFor(context: Context, logbookId: number): Result<{ readonly waiting: number }> {
  return done({ waiting: waitingCount(context.store, logbookId, "lantern") });
}

/** Starts the job that sends what waits. */
export function startSending(context: Context, supervisor: Supervisor, logbookId: number): Result<JobOf<"send">> {
  return supervisor.start(context, logbookId, "Send to Lantern", { kind: "send", service: "lantern" });
}

/** Starts the job that fetches confirmations. */
export function startFetching(context: Context, supervisor: Supervisor, logbookId: number): Result<JobOf<"fetch">> {
  return supervisor.start(context, logbookId, "Fetch from Lantern", { kind: "fetch", service: "lantern" });
}

/** The answers to one sending, the refused first. */
export function receiptOf(context: Context, logbookId: number, sendingId: number): Result<ReceiptLine[]> {
  const { store } = context;
  const sending = store.first(
    store.q.selectFrom("sending").select("id").where("id", "=", sendingId).where("logbookId", "=", logbookId),
  );
  if (sending === undefined) return missing(`sending ${sendingId}`);
  return done(
    store.all(
      store.q
        .selectFrom("receipt")
        .select(["contactId", "call", "answer", "reason"])
        .where("sendingId", "=", sendingId)
        .orderBy("answer", "desc")
        .orderBy("contactId")
        .limit(2000),
    ),
  );
}

/** Lets refused contacts go out again with the next sending. */
export function retryRefused(context: Context, logbookId: number): Result<{ readonly waiting: number }> {
  const { store } = context;
  const { changes } = store.run(
    store.q
      .updateTable("outbox")
      .set({ refused: null })
      .where("logbookId", "=", logbookId)
      .where("service", "=", "lantern")
      .where("refused", "is not", null),
  );
  announceWaiting(context, logbookId, "lantern");
  return done({ waiting: changes });
}
