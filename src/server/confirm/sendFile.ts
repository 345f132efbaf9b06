import { createReadStream, existsSync } from "node:fs";
import { open, rm } from "node:fs/promises";
import { createInterface } from "node:readline";
import { modeGroup, parseMode } from "../../core/band";
import { baseCall } from "../../core/callsign";
import { confirmationOf, type SentContact, type ServiceId, serviceById, withConfirmation } from "../../core/confirm";
import { isoTime, secondsOf } from "../../core/contact";
import { importChoicesSchema, type SendFileReport } from "../../core/contract";
import { Cancelled, JobProblem, type JobRun } from "../jobs/jobRun";
import { openAdifFile } from "../logbook/adifFile";
import { writeBatch } from "../logbook/batch";
import { recordReader } from "../logbook/fileContacts";
import { siteOfLogbook } from "../logbook/sites";
import type { Signing } from "../identity/signing";
import type { ServiceAccess } from "./access";
import { askPatiently } from "./askPatiently";
import { createMatcher } from "./matcher";
import { countedWhy } from "./sendChoice";
import { toldOf } from "./toldOf";

/** One contact of a file as it goes, or why it does not. Its number is its place in the file. */
type FromFile =
  | { readonly sent: SentContact }
  | { readonly sent: null; readonly line: number; readonly why: string; readonly unsigned?: true };

/** Reads signed contacts, and says what is wrong with others. */
export type ReadSigned = (signed: string) => Promise<SentContact | { readonly fault: string }>;

interface Means {
  readonly access: ServiceAccess;
  readonly signing: Signing | null;
  readonly readSigned: ReadSigned | null;
}

const LISTED = 200;
const BEGINS_SIGNED = /^\uFEFF?\s*eyJ/;
/** Clocks have nothing to do with it: it is our own contact, kept to the second or to the minute. */
const SAME = 59;

/**
 * Sends the contacts of a file: signed ones as they are, those of another program signed where they must be. Those that
 * the log has are marked as sent. The log gets no new ones.
 */
export async function sendFile(
  run: JobRun<SendFileReport, SendFileReport>,
  { service, file, fileName }: { readonly service: ServiceId; readonly file: string; readonly fileName: string },
  means: Means,
): Promise<SendFileReport> {
  const { perRequest, send, name } = serviceById(service);
  const { context, logbookId, signal } = run;
  if (!existsSync(file)) throw new JobProblem("the uploaded file is no longer there: send it again");
  const report: SendFileReport = run.resumed ?? {
    service,
    fileName,
    batchId: null,
    read: 0,
    accepted: 0,
    known: 0,
    refused: 0,
    unanswered: 0,
    unsigned: [],
    damaged: 0,
    damagedLines: [],
    refusedLines: [],
    marked: 0,
  };
  const isSigned = BEGINS_SIGNED.test(await beginningOf(file));
  if (isSigned && means.readSigned === null)
    throw new JobProblem(`${name} takes contacts without a signature: give it a file of ADIF`);
  const contacts = isSigned ? signedIn(file, means.readSigned!) : recordsIn(run, file, means.signing);
  const twinOf = createMatcher(context.store, logbookId, SAME);
  const skipped = report.read;
  let place = 0;
  let piece: FromFile[] = [];

  async function sendPiece(): Promise<void> {
    const going = piece.flatMap(({ sent }) => (sent === null ? [] : [sent]));
    const answers = going.length === 0 ? [] : await askPatiently(run, service, means.access, send(going));
    const byId = new Map(answers.map((answer) => [answer.id, answer]));
    context.store.transaction(() => {
      report.read += piece.length;
      for (const one of piece) {
        if (one.sent === null) {
          if (one.unsigned) countedWhy(report.unsigned, one.why);
          else if (++report.damaged <= LISTED) report.damagedLines.push({ line: one.line, why: one.why });
          continue;
        }
        const answer = byId.get(one.sent.id);
        if (answer === undefined) report.unanswered++;
        else report[answer.answer]++;
        if (answer?.answer === "refused" && report.refusedLines.length < LISTED)
          report.refusedLines.push({ call: one.sent.call, why: answer.reason ?? "refused without a reason" });
      }
      markSent(going.filter(({ id }) => ["accepted", "known"].includes(byId.get(id)?.answer ?? "")));
      run.checkpoint(report, report, report.read, null);
    });
    piece = [];
  }

  /** Marks those that the log has as sent. */
  function markSent(sent: readonly SentContact[]): void {
    const ids = sent.flatMap(({ call, ownCall, startedAt, band, mode }) => {
      const group = modeGroup(parseMode(mode)?.mode ?? mode);
      const told = { call, baseCall: baseCall(call), ownCall, band, mode, modeGroup: group };
      return twinOf({ ...told, startedAt: secondsOf(startedAt) }) ?? [];
    });
    if (ids.length === 0) return;
    const today = isoTime(context.now()).slice(0, 10);
    const options = { logbookId, kind: "send", summary: `Sent to ${name}` } as const;
    writeBatch(context, { ...options, continues: report.batchId }, (writer) => {
      for (const held of writer.hold([...new Set(ids)])) {
        const { confirmations } = held.contact;
        if (confirmationOf(confirmations, service).sent === "sent") continue;
        writer.change(held, {
          confirmations: withConfirmation(confirmations, service, { sent: "sent", sentOn: today }),
        });
        report.marked++;
      }
      report.batchId = writer.batchId;
    });
  }

  for await (const one of contacts) {
    if (signal.aborted) throw new Cancelled();
    // Taken up again it goes on behind what was answered for.
    if (place++ < skipped) continue;
    piece.push(one);
    if (piece.length === perRequest) await sendPiece();
  }
  if (piece.length > 0) await sendPiece();
  run.afterwards(() => rm(file, { force: true }));
  return report;
}

async function beginningOf(file: string): Promise<string> {
  const handle = await open(file, "r");
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(200), 0, 200, 0);
    return buffer.toString("utf8", 0, bytesRead);
  } finally {
    await handle.close();
  }
}

async function* signedIn(file: string, readSigned: ReadSigned): AsyncGenerator<FromFile> {
  let line = 0;
  for await (const text of createInterface({ input: createReadStream(file), crlfDelay: Infinity })) {
    line++;
    const signed = text.replace(/^\uFEFF/, "").trim();
    if (signed === "") continue;
    const read = await readSigned(signed);
    yield "fault" in read ? { sent: null, line, why: read.fault } : { sent: { ...read, id: line } };
  }
}

async function* recordsIn(
  { context, logbookId }: Pick<JobRun<unknown, unknown>, "context" | "logbookId">,
  file: string,
  signing: Signing | null,
): AsyncGenerator<FromFile> {
  const adif = openAdifFile(file);
  const read = recordReader(context, logbookId, importChoicesSchema.parse({}));
  const usual = siteOfLogbook(context.store, logbookId).call;
  let id = 0;
  try {
    for (const record of adif.records) {
      const understood = read(record, adif.header, () => {});
      if (understood.kind === "refused") {
        yield { sent: null, line: record.line, why: understood.reason };
        continue;
      }
      const told = toldOf({ ...understood.contact, id: ++id }, usual);
      if (signing === null) {
        yield { sent: told };
        continue;
      }
      const made = await signing.sign(understood.contact, told);
      if ("signed" in made) yield { sent: { ...told, ...made } };
      else yield { sent: null, line: record.line, why: made.why, unsigned: true };
    }
  } finally {
    adif.records.return();
  }
  if (adif.problem !== null) throw new JobProblem(adif.problem);
}
