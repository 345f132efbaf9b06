import { type ServiceId, serviceById, missText, type StatementPage } from "../../core/confirm";
import { isoTime } from "../../core/contact";
import type { FetchChoice, FetchedLine, FetchReport } from "../../core/contract";
import type { Context } from "../context";
import type { Store } from "../db/store";
import type { JobRun } from "../jobs/jobRun";
import { writeBatch } from "../logbook/batch";
import type { ServiceAccess } from "./access";
import { askPatiently } from "./askPatiently";
import { type Incoming, incomingOf, keepTwin, meet, unmetStatements } from "./meet";
import { createGains } from "./gains";
import { createMatcher } from "./matcher";
import { missesIn } from "./withoutTwin";
import { liveLogbooks } from "../logbook/liveLogbooks";

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
    gains: [],
    elsewhere: [],
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
  const placeOf = createPlacer(store, logbookId);
  const gained = createGains(store, logbookId, report.gains);
  const old = waiting.map(placeOf);
  const fresh = incoming.map(placeOf);
  const isHere = ({ home }: Placed) => home === logbookId;
  for (const { statement } of old.filter((one) => !isHere(one)))
    forgetStatement(context, logbookId, service, statement.serviceId);
  writeBatch(context, { ...options, continues: report.batchId }, (writer) => {
    for (const { statement, contactId } of old.filter(isHere)) {
      if (contactId === null) continue;
      const outcome = meet(context, service, writer, contactId);
      if (outcome.kind === "matched") gained(outcome.before, outcome.after);
      keepTwin(context, logbookId, service, statement.serviceId, contactId);
      count(report, statement, "matched");
      list(report.matchedLines, statement, "met a contact logged since");
    }
    for (const { statement, contactId } of fresh.filter(isHere)) {
      const outcome = meet(context, service, writer, contactId);
      if (outcome.kind === "matched") gained(outcome.before, outcome.after);
      const isNew = keepStatement(context, logbookId, service, statement, contactId);
      if (outcome.kind === "matched") {
        count(report, statement, "matched");
        list(report.matchedLines, statement, "");
      } else if (!isNew || outcome.kind === "known") count(report, statement, "known");
      else {
        count(report, statement, "withoutTwin");
        if (report.withoutTwinLines.length < LISTED)
          list(report.withoutTwinLines, statement, whyApart(context, logbookId, service, statement));
      }
    }
    report.batchId = writer.batchId;
  });
  const elsewhere = [...old, ...fresh].filter((one) => !isHere(one));
  for (const other of new Set(elsewhere.map(({ home }) => home))) {
    const placed = elsewhere.filter(({ home }) => home === other);
    takeElsewhere(context, other, report, placed);
  }
}

/** A statement with the contact that it is about, and the logbook of that; the one that was fetched for where none is. */
interface Placed {
  readonly statement: Incoming;
  readonly home: number;
  readonly contactId: number | null;
}

/** Finds where statements belong: those about a former call may be about contacts of another logbook. */
function createPlacer(store: Store, logbookId: number): (statement: Incoming) => Placed {
  const others = store.all(liveLogbooks(store).select("id").where("id", "!=", logbookId).orderBy("id"));
  const homes = [logbookId, ...others.map(({ id }) => id)].map((home) => ({
    home,
    twinOf: createMatcher(store, home),
  }));
  return (statement) => {
    for (const { home, twinOf } of homes) {
      const contactId = twinOf(statement);
      if (contactId !== undefined) return { statement, home, contactId };
    }
    return { statement, home: logbookId, contactId: null };
  };
}

/** Confirms contacts of another logbook, in a batch of its own journal. */
function takeElsewhere(context: Context, logbookId: number, report: FetchReport, placed: readonly Placed[]): void {
  const { store } = context;
  const { service } = report;
  let line = report.elsewhere.find((one) => one.logbookId === logbookId);
  if (line === undefined) {
    const { name } = store.first(store.q.selectFrom("logbook").select("name").where("id", "=", logbookId))!;
    report.elsewhere.push((line = { logbookId, name, matched: 0, batchId: null }));
  }
  const { batchId } = line;
  const summary = `Confirmed through ${serviceById(service).name}`;
  writeBatch(context, { logbookId, kind: "confirm", summary, continues: batchId }, (writer) => {
    for (const { statement, contactId } of placed) {
      const { kind } = meet(context, service, writer, contactId);
      keepStatement(context, logbookId, service, statement, contactId);
      if (kind === "matched") line.matched++;
      count(report, statement, kind === "matched" ? "matched" : "known");
    }
    line.batchId = writer.batchId;
  });
}

function forgetStatement({ store }: Context, logbookId: number, service: ServiceId, serviceId: string): void {
  store.run(
    store.q
      .deleteFrom("statement")
      .where("logbookId", "=", logbookId)
      .where("service", "=", service)
      .where("serviceId", "=", serviceId),
  );
}

/**
 * Keeps a statement with the contact that it is about; false where it was said before, as one that met no contact then,
 * or one that was put back from a file.
 */
function keepStatement(
  context: Context,
  logbookId: number,
  service: ServiceId,
  statement: Incoming,
  contactId: number | null,
): boolean {
  const { serviceId, call, baseCall: base, ownCall, band, mode, modeGroup: group, startedAt } = statement;
  const { store } = context;
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
        contactId,
        arrivedAt: context.now(),
      })
      .onConflict((conflict) => conflict.doNothing()),
  );
  if (kept.changes === 0 && contactId !== null) keepTwin(context, logbookId, service, serviceId, contactId);
  return kept.changes > 0;
}

function whyApart(context: Context, logbookId: number, service: ServiceId, statement: Incoming): string {
  return missText(statement, missesIn(context.store, logbookId, service, [statement])[0]!);
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
