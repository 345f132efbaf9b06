import { appendFileSync, existsSync, statSync, truncateSync, writeFileSync } from "node:fs";
import { rm } from "node:fs/promises";
import type { AdifNote, AdifRecord } from "../../core/adif";
import { additionsFrom, type CompleteContact } from "../../core/contact";
import type { ImportChoices, ImportReport } from "../../core/contract";
import { countLater } from "../award/counted";
import { inSteps, JobProblem, type JobRun } from "../jobs/jobRun";
import { rulesCalled } from "../contest/contestRules";
import { type AdifFile, openAdifFile } from "./adifFile";
import { type BatchWriter, writeBatch } from "./batch";
import { recordReader } from "./fileContacts";
import { type LogFacts, logFactsOf, type PieceTwins, twinsOfPiece } from "./twins";

interface ImportRequest {
  readonly file: string;
  readonly fileName: string;
  readonly choices: ImportChoices;
}

const LISTED = 1000;
/** So much of a file is understood before the transactions that take it into the log; whichever is reached first. */
const PIECE_RECORDS = 500;
const PIECE_BYTES = 1_000_000;
const PIECE_MS = 50;

/** A contact takes so many bytes of a file at least, by its call, time, band and mode alone. */
const LEAST_BYTES = 60;

/** How many contacts a file can have, without reading it; none where it is no longer there. */
export function contactsAtMost(file: string): number {
  return Math.floor((statSync(file, { throwIfNoEntry: false })?.size ?? 0) / LEAST_BYTES);
}

/** Where the refused records of an import are kept, as they came. */
export function refusedFileOf(file: string): string {
  return `${file}.refused`;
}

/** A record that was understood. The record itself is kept only of what is refused: a piece of them is much to keep. */
type Read = {
  readonly notes: readonly AdifNote[];
} & (
  | { readonly contact: CompleteContact; /** Among the contacts of the piece. */ readonly place: number }
  | { readonly contact: null; readonly record: AdifRecord; readonly reason: string }
);

/** Records that were understood, and not yet taken into the log. */
interface Piece {
  readonly records: Read[];
  /** Null where duplicates are kept. */
  readonly twins: PieceTwins | null;
  /** How far the file was read for them. */
  readonly bytesRead: number;
}

/**
 * Reads an ADIF file into a logbook, as one batch of the journal. Goes on where an interrupted run was. What a file
 * may do to whoever reads it, it does before the transaction, where nobody waits.
 */
export async function importAdif(
  run: JobRun<ImportReport, ImportReport>,
  request: ImportRequest,
): Promise<ImportReport> {
  const { context, logbookId } = run;
  const { store } = context;
  if (!existsSync(request.file)) throw new JobProblem("the uploaded file is no longer there: import it again");
  store.transaction(() => countLater(store, logbookId));
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
  const { duplicates } = request.choices;
  const read = recordReader(context, logbookId, request.choices);
  const options = { logbookId, kind: "import", summary: `Imported ${request.fileName}` } as const;
  const file = openAdifFile(request.file, (name) => rulesCalled(context, name));
  passOver(file, report.read);
  /** What this step refused; a file may be refused line by line, so it is written all at once. */
  const refusedNow: string[] = [];

  function nextPiece(): Piece {
    const records: Piece["records"] = [];
    const facts: LogFacts[] = [];
    const until = Date.now() + PIECE_MS;
    let bytes = 0;
    // One record at least, however long it takes: a piece without any is the end of the file.
    do {
      const next = file.records.next();
      if (next.done === true) break;
      const record = next.value;
      const notes: AdifNote[] = [];
      const understood = read(record, file.header, (some) => notes.push(...some));
      if (understood.kind === "refused") records.push({ notes, contact: null, record, reason: understood.reason });
      else {
        records.push({ notes, contact: understood.contact, place: facts.length });
        facts.push(logFactsOf(understood.contact, understood.said));
      }
      bytes += record.raw.length;
    } while (records.length < PIECE_RECORDS && bytes < PIECE_BYTES && Date.now() < until);
    const twins = duplicates === "keep" ? null : twinsOfPiece(store, logbookId, facts, file.isContestLog);
    return { records, twins, bytesRead: file.bytesRead };
  }

  function take(writer: BatchWriter, { records, twins }: Piece, at: number): void {
    const one = records[at]!;
    const { notes } = one;
    report.read++;
    report.noteCount += notes.length;
    report.notes.push(...notes.slice(0, LISTED - report.notes.length));
    if (one.contact === null) return refuse(one.record, one.reason);
    const { contact, place } = one;
    const twin = twins?.twinOf(place);
    if (twin === undefined) {
      const id = writer.add(contact);
      twins?.added(place, id);
      report.added++;
      return;
    }
    report.duplicates++;
    if (duplicates === "skip") return;
    const held = writer.hold([twin.id])[0]!;
    const additions = additionsFrom(held.contact, contact, { confirmations: duplicates === "confirmations" });
    if (Object.keys(additions).length === 0) return;
    writer.change(held, additions);
    report.merged++;
  }

  function refuse(record: AdifRecord, reason: string): void {
    report.refusedCount++;
    report.refusedBytes += record.raw.length + 2;
    refusedNow.push(`${record.raw}\r\n`);
    if (report.refused.length >= LISTED) return;
    const call = record.fields.find((field) => field.name === "CALL")?.value.slice(0, LONGEST_CALL) ?? null;
    report.refused.push({ line: record.line, reason, call });
  }

  store.waitForDisk(false);
  try {
    let piece = nextPiece();
    let at = 0;
    while (piece.records.length > 0) {
      await inSteps(run, (isTime) => {
        piece.twins?.refresh();
        writeBatch(context, { ...options, continues: report.batchId }, (writer) => {
          do take(writer, piece, at++);
          while (at < piece.records.length && isTime());
          report.batchId = writer.batchId;
        });
        piece.twins?.wrote();
        appendFileSync(refusedFile, refusedNow.splice(0).join(""), "latin1");
        run.checkpoint(report, report, piece.bytesRead, file.size);
        return at < piece.records.length;
      });
      piece = nextPiece();
      at = 0;
    }
  } finally {
    store.waitForDisk(true);
    file.records.return();
  }
  if (file.problem !== null) throw new JobProblem(file.problem);
  run.afterwards(() => rm(request.file, { force: true }));
  return report;
}

const LONGEST_CALL = 40;

/** Passes over the records that an interrupted run had taken. */
function passOver({ records }: AdifFile, count: number): void {
  for (let passed = 0; passed < count; passed++) if (records.next().done === true) return;
}
