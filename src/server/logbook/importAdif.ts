import { appendFileSync, createReadStream, existsSync, statSync, truncateSync, writeFileSync } from "node:fs";
import { rm } from "node:fs/promises";
import { type AdifNote, type AdifRecord, adifReader, contactFromAdif } from "../../core/adif";
import type { ImportReport } from "../../core/contract";
import { emptyConfirmation } from "../../core/confirm";
import {
  checkContact,
  completeContact,
  type ContactInput,
  DUPLICATE_TOLERANCE,
  findTwin,
  type MatchFacts,
  secondsOf,
} from "../../core/contact";
import { exceptionsByCall } from "../directory/callExceptions";
import { Cancelled, JobProblem, type JobRun } from "../jobs/jobRun";
import { type BatchWriter, writeBatch } from "./batch";
import { siteOfLogbook } from "./logbooks";

interface ImportRequest {
  readonly file: string;
  readonly fileName: string;
  readonly queue: boolean;
}

type GivenConfirmations = NonNullable<ContactInput["confirmations"]>;

/** The confirmations with Lantern waiting, where the file does not say that it has the contact. */
function queued(confirmations: GivenConfirmations): GivenConfirmations {
  const lantern = confirmations.find(({ channel }) => channel === "lantern") ?? emptyConfirmation("lantern");
  if (lantern.sent !== undefined && lantern.sent !== "no") return confirmations;
  return [...confirmations.filter(({ channel }) => channel !== "lantern"), { ...lantern, sent: "waiting" }];
}

const LISTED = 1000;
/** A transaction is closed after this long, so that logging a contact never waits noticeably. */
const TRANSACTION_MS = 35;
const READ_BYTES = 256 * 1024;

/** Where the refused records of an import are kept, as they came. */
export function refusedFileOf(file: string): string {
  return `${file}.refused`;
}

/** Reads an ADIF file into a logbook, as one batch of the journal. Goes on where an interrupted run was. */
export async function importAdif(
  run: JobRun<ImportReport, ImportReport>,
  request: ImportRequest,
): Promise<ImportReport> {
  const { context, logbookId } = run;
  const { store } = context;
  if (!existsSync(request.file)) throw new JobProblem("the uploaded file is no longer there: import it again");
  const report: ImportReport = run.resumed ?? {
    fileName: request.fileName,
    batchId: null,
    read: 0,
    added: 0,
    duplicates: 0,
    refusedCount: 0,
    refusedBytes: 0,
    noteCount: 0,
    refused: [],
    notes: [],
  };
  const refusedFile = refusedFileOf(request.file);
  if (run.resumed === null) writeFileSync(refusedFile, "");
  else truncateSync(refusedFile, report.refusedBytes);
  const skip = report.read;
  const total = statSync(request.file).size;
  const site = siteOfLogbook(store, logbookId);
  const exceptions = exceptionsByCall(store);
  const twins = store.prepare<MatchFacts>(
    store.q
      .selectFrom("contact")
      .select(["baseCall", "band", "modeGroup", "startedAt"])
      .where("logbookId", "=", 0)
      .where("baseCall", "=", "")
      .where((eb) => eb.between("startedAt", 0, 0)),
  );
  const reader = adifReader();
  let seen = 0;
  let bytesDone = 0;

  function take(writer: BatchWriter, record: AdifRecord): void {
    const understood = contactFromAdif(record, reader.header);
    note(understood.notes);
    if (!understood.ok) return refuse(record, understood.reason);
    const checked = checkContact(withSite(understood.contact), context.now());
    if (!checked.ok) return refuse(record, checked.faults.map((fault) => `${fault.field}: ${fault.text}`).join("; "));
    const contact = completeContact(checked.value, exceptions);
    const { baseCall, band, modeGroup } = contact;
    const startedAt = secondsOf(contact.startedAt);
    const near = twins.all(logbookId, baseCall, startedAt - DUPLICATE_TOLERANCE, startedAt + DUPLICATE_TOLERANCE);
    if (findTwin({ baseCall, band, modeGroup, startedAt }, near, DUPLICATE_TOLERANCE) !== undefined) {
      report.duplicates++;
      return;
    }
    writer.add(contact);
    report.added++;
  }

  /** Puts in what the file does not say of our side. */
  function withSite(contact: ContactInput): ContactInput {
    contact.ownCall ??= site.call;
    if (request.queue) contact.confirmations = queued(contact.confirmations ?? []);
    return contact;
  }

  function refuse(record: AdifRecord, reason: string): void {
    report.refusedCount++;
    report.refusedBytes += record.raw.length + 2;
    appendFileSync(refusedFile, `${record.raw}\r\n`, "latin1");
    if (report.refused.length >= LISTED) return;
    const call = record.fields.find((field) => field.name === "CALL")?.value ?? null;
    report.refused.push({ line: record.line, reason, call });
  }

  function note(notes: readonly AdifNote[]): void {
    report.noteCount += notes.length;
    for (const one of notes) if (report.notes.length < LISTED) report.notes.push(one);
  }

  function takeAll(records: readonly AdifRecord[]): void {
    let next = 0;
    while (next < records.length) {
      if (run.signal.aborted) throw new Cancelled();
      const options = { logbookId, kind: "import", summary: `Imported ${request.fileName}` } as const;
      const until = Date.now() + TRANSACTION_MS;
      store.transaction(() => {
        writeBatch(context, report.batchId === null ? options : { ...options, continues: report.batchId }, (writer) => {
          report.batchId = writer.batchId;
          while (next < records.length && Date.now() < until) {
            const record = records[next++]!;
            if (++seen <= skip) continue;
            report.read++;
            take(writer, record);
          }
        });
        run.checkpoint(report, report, bytesDone, total);
      });
    }
  }

  store.waitForDisk(false);
  try {
    for await (const chunk of createReadStream(request.file, { highWaterMark: READ_BYTES, encoding: "latin1" })) {
      const text = chunk as string;
      bytesDone += text.length;
      takeAll(reader.push(text));
    }
    takeAll(reader.finish());
  } finally {
    store.waitForDisk(true);
  }
  if (reader.problem !== null) throw new JobProblem(reader.problem);
  await rm(request.file, { force: true });
  return report;
}
