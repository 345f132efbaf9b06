import { appendFileSync, existsSync, truncateSync, writeFileSync } from "node:fs";
import { rm } from "node:fs/promises";
import { setImmediate } from "node:timers/promises";
import type { AdifNote, AdifRecord } from "../../core/adif";
import { additionsFrom } from "../../core/contact";
import type { ImportChoices, ImportReport } from "../../core/contract";
import { Cancelled, JobProblem, type JobRun } from "../jobs/jobRun";
import { rulesByTag } from "../contest/definitions";
import { openAdifFile } from "./adifFile";
import { type BatchWriter, writeBatch } from "./batch";
import { findContact } from "./contactRow";
import { recordReader } from "./fileContacts";

interface ImportRequest {
  readonly file: string;
  readonly fileName: string;
  readonly choices: ImportChoices;
}

const LISTED = 1000;
/** A transaction is closed after this long, so that logging a contact never waits noticeably. */
const TRANSACTION_MS = 40;

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
    merged: 0,
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
  const read = recordReader(context, logbookId, request.choices);
  const file = openAdifFile(request.file, (tag) => rulesByTag(context, tag));
  let seen = 0;

  function take(writer: BatchWriter, record: AdifRecord): void {
    const understood = read(record, file.header, note);
    if (understood.kind === "refused") return refuse(record, understood.reason);
    const { contact, twin } = understood;
    const { duplicates } = request.choices;
    if (twin === undefined || duplicates === "keep") {
      writer.add(contact);
      report.added++;
      return;
    }
    report.duplicates++;
    if (duplicates === "skip") return;
    const ours = findContact(store, twin.id)!;
    const additions = additionsFrom(ours, contact, { confirmations: duplicates === "confirmations" });
    if (Object.keys(additions).length === 0) return;
    writer.change(ours, additions);
    report.merged++;
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

  let next = file.records.next();
  store.waitForDisk(false);
  try {
    while (next.done !== true) {
      const options = { logbookId, kind: "import", summary: `Imported ${request.fileName}` } as const;
      const until = Date.now() + TRANSACTION_MS;
      store.transaction(() => {
        writeBatch(context, report.batchId === null ? options : { ...options, continues: report.batchId }, (writer) => {
          report.batchId = writer.batchId;
          for (; next.done !== true && Date.now() < until; next = file.records.next()) {
            if (++seen <= skip) continue;
            report.read++;
            take(writer, next.value);
          }
        });
        run.checkpoint(report, report, file.bytesRead, file.size);
      });
      // Lets a request to cancel in.
      await setImmediate();
      if (run.signal.aborted) throw new Cancelled();
    }
  } finally {
    store.waitForDisk(true);
    file.records.return();
  }
  if (file.problem !== null) throw new JobProblem(file.problem);
  await rm(request.file, { force: true });
  return report;
}
