import { type ServiceId, serviceById, missText, type StatementPage } from "../../core/confirm";
import { isoTime } from "../../core/contact";
import type { FetchChoice, FetchedLine, FetchReport } from "../../core/contract";
import type { Context } from "../context";
import type { JobRun } from "../jobs/jobRun";
import { writeBatch } from "../logbook/batch";
import type { ServiceAccess } from "./access";
import { askPatiently } from "./askPatiently";
import { type Incoming, incomingOf, keepTwin, meet, unmetStatements } from "./meet";
import { missesIn } from "./withoutTwin";

const LISTED = 200;

/**
 * Fetches what others said since the last fetch, by the service's own cursor; or once more, from the beginning or from
 * a day on. A page and its cursor are kept in one transaction, so a page is never taken twice, and none is passed over.
 * Statements of earlier fetches that met no contact are tried again first.
 */
export async function fetchConfirmations(
  run: JobRun<FetchReport, FetchReport>,
  { service, choice }: { readonly service: ServiceId; readonly choice?: FetchChoice | undefined },
  access: ServiceAccess,
): Promise<FetchReport> {
  const { context, logbookId } = run;
  const { store } = context;
  const report: FetchReport = run.resumed ?? {
    service,
    batchId: null,
    matched: 0,
    known: 0,
    withoutTwin: 0,
    passedOver: 0,
    byCall: [],
    matchedLines: [],
    withoutTwinLines: [],
  };
  const state = store.first(
    store.q.selectFrom("fetchState").select("cursor").where("logbookId", "=", logbookId).where("service", "=", service),
  );
  // Taken up again it goes on where it was: each page is kept with its cursor.
  const afresh = choice !== undefined && run.resumed === null;
  const earliest = choice === undefined || choice.from === "beginning" ? null : choice.from;
  let cursor = afresh ? "" : (state?.cursor ?? "");
  let first = true;
  for (;;) {
    const answer = await askPatiently(run, service, access, serviceById(service).fetch(cursor));
    const statements = answer.statements.filter(({ startedAt }) => earliest === null || startedAt >= earliest);
    report.passedOver += answer.statements.length - statements.length;
    const page = { ...answer, statements };
    store.transaction(() => {
      takePage(context, logbookId, report, page, first);
      keepCursor(context, logbookId, service, page.cursor);
      run.checkpoint(report, report, report.matched + report.known + report.withoutTwin, null);
    });
    first = false;
    if (!page.more || page.cursor === cursor) return report;
    cursor = page.cursor;
  }
}

function takePage(
  context: Context,
  logbookId: number,
  report: FetchReport,
  page: StatementPage,
  retryOld: boolean,
): void {
  const { store } = context;
  const { service } = report;
  const options = { logbookId, kind: "confirm", summary: `Confirmed through ${serviceById(service).name}` } as const;
  const incoming = page.statements.map(incomingOf);
  const waiting = retryOld ? unmetStatements(context, logbookId, service) : [];
  if (incoming.length === 0 && waiting.length === 0) return;
  writeBatch(context, { ...options, continues: report.batchId }, (writer) => {
    for (const statement of waiting) {
      const { contactId } = meet(context, logbookId, service, writer, statement);
      if (contactId === null) continue;
      keepTwin(context, logbookId, service, statement.serviceId, contactId);
      count(report, statement, "matched");
      list(report.matchedLines, statement, "met a contact logged since");
    }
    for (const statement of incoming) {
      const outcome = meet(context, logbookId, service, writer, statement);
      const explanation =
        outcome.contactId === null ? missText(statement, missesIn(context, logbookId, service, [statement])[0]!) : null;
      const { serviceId, call, baseCall: base, ownCall, band, mode, modeGroup: group, startedAt } = statement;
      const kept = store.run(
        store.q
          .insertInto("statement")
          .values({
            logbookId,
            service,
            serviceId,
            call,
            baseCall: base,
            ownCall,
            band,
            mode,
            modeGroup: group,
            startedAt,
            contactId: outcome.contactId,
            explanation,
            arrivedAt: context.now(),
          })
          .onConflict((conflict) => conflict.doNothing()),
      );
      if (outcome.kind === "matched") {
        // Said before, and met by a contact that was not confirmed, as one that was put back from a file.
        if (kept.changes === 0) keepTwin(context, logbookId, service, serviceId, outcome.contactId);
        count(report, statement, "matched");
        list(report.matchedLines, statement, "");
      } else if (kept.changes === 0 || outcome.kind === "known") count(report, statement, "known");
      else {
        count(report, statement, "withoutTwin");
        list(report.withoutTwinLines, statement, explanation ?? "");
      }
    }
    report.batchId = writer.batchId;
  });
}

function keepCursor(context: Context, logbookId: number, service: ServiceId, cursor: string): void {
  const fetchedAt = context.now();
  context.store.run(
    context.store.q
      .insertInto("fetchState")
      .values({ logbookId, service, cursor, fetchedAt })
      .onConflict((conflict) => conflict.columns(["logbookId", "service"]).doUpdateSet({ cursor, fetchedAt })),
  );
}

/** Counts a statement, also for the call of ours that it is about. */
function count(report: FetchReport, { ownCall }: Incoming, what: "matched" | "known" | "withoutTwin"): void {
  report[what]++;
  if (ownCall === null) return;
  let line = report.byCall.find((one) => one.ownCall === ownCall);
  if (line === undefined) report.byCall.push((line = { ownCall, matched: 0, known: 0, withoutTwin: 0 }));
  line[what]++;
}

function list(lines: FetchedLine[], statement: Incoming, text: string): void {
  if (lines.length >= LISTED) return;
  lines.push({
    call: statement.call,
    startedAt: isoTime(statement.startedAt),
    band: statement.band,
    mode: statement.mode,
    text,
  });
}
