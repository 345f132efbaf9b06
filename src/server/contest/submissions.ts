import { createHash, randomUUID } from "node:crypto";
import { isoTime, secondsOf } from "../../core/contact";
import type { Entry, Submission } from "../../core/contract";
import type { Context } from "../context";
import { done, failed, missing, type Result } from "../problem";
import { boardOf } from "./board";
import { getEntry } from "./entries";
import { logFileOf } from "./logFile";
import {
  askForReceipt,
  fetchReport,
  handInLog,
  type OrganiserAccess,
  type OrganiserAnswer,
  OrganiserProblem,
} from "./organiser";

type Body = Omit<Submission, "id" | "at">;
/** What is kept of a submission: under which key, and which log it was. */
interface Kept extends Body {
  readonly key?: string;
  readonly digest?: string;
}

export function listSubmissions(context: Context, entryId: number): Result<Submission[]> {
  const found = getEntry(context, entryId);
  return found.ok
    ? done(keptSubmissions(context, entryId).map(({ key: _key, digest: _digest, ...one }) => one))
    : found;
}

function keptSubmissions({ store }: Context, entryId: number): (Kept & Pick<Submission, "id" | "at">)[] {
  return store
    .all(store.q.selectFrom("contestSubmission").selectAll().where("entryId", "=", entryId).orderBy("id", "desc"))
    .map(({ id, at, body }) => ({ ...keptBody(body), id, at: isoTime(at) }));
}

/** What is kept of a submission; an earlier version did not keep what a contact loses. */
function keptBody(text: string): Kept {
  const body = JSON.parse(text) as Kept;
  if (body.report === null) return body;
  const findings = body.report.findings.map((finding) => ({ ...finding, lost: finding.lost ?? null }));
  return { ...body, report: { ...body.report, findings } };
}

/** Entries whose log is on its way at this moment. */
const UNDER_WAY = new Set<number>();

/**
 * Hands the log to the organiser, once, and keeps what he answers. Before anything is sent it is written down under
 * which key; where no answer came, the organiser is asked for that key before the log is sent again.
 */
export async function submitLog(
  context: Context,
  access: OrganiserAccess,
  entryId: number,
): Promise<Result<Submission>> {
  const found = getEntry(context, entryId);
  if (!found.ok) return found;
  const file = logFileOf(context, entryId);
  if (!file.ok) return file;
  if (file.value.contacts === 0) return failed(409, "Nothing to hand in", "the log of this contest is empty");
  if (UNDER_WAY.has(entryId))
    return failed(409, "Under way", "the log is being handed in at this moment: wait for the answer");
  UNDER_WAY.add(entryId);
  try {
    return await handIn(context, access, found.value, file.value.text);
  } catch (error) {
    return problemOf(error);
  } finally {
    UNDER_WAY.delete(entryId);
  }
}

async function handIn(
  context: Context,
  access: OrganiserAccess,
  entry: Entry,
  log: string,
): Promise<Result<Submission>> {
  const digest = createHash("sha256").update(log).digest("hex");
  const open = keptSubmissions(context, entry.id).find(({ state }) => state === "unanswered");
  if (open?.key !== undefined) {
    const before = await askForReceipt(access, entry.tag, open.key);
    if (before === null) await context.write(() => forget(context, entry, open.id));
    else {
      const arrived = await context.write(() => settle(context, entry, open.id, before));
      if (open.digest === digest) return done(arrived);
    }
  }
  const key = randomUUID();
  const id = await context.write(() => begin(context, entry, key, digest));
  let answer: OrganiserAnswer | null;
  try {
    answer = await handInLog(access, entry.tag, key, log);
  } catch (error) {
    // It may have arrived all the same.
    answer = await askForReceipt(access, entry.tag, key).catch(() => {
      throw error;
    });
    if (answer === null) {
      await context.write(() => forget(context, entry, id));
      throw error;
    }
  }
  const settled = answer;
  return done(await context.write(() => settle(context, entry, id, settled)));
}

function begin(context: Context, entry: Entry, key: string, digest: string): number {
  const { store } = context;
  const text =
    "On its way, or its answer was lost. Handing in again asks the organiser first, and sends nothing twice.";
  const body: Kept = { state: "unanswered", receipt: null, text, faults: [], report: null, key, digest };
  const row = { entryId: entry.id, at: context.now(), body: JSON.stringify(body) };
  const { lastId } = store.run(store.q.insertInto("contestSubmission").values(row));
  announce(context, entry);
  return lastId;
}

function settle(context: Context, entry: Entry, id: number, answer: OrganiserAnswer): Submission {
  const body: Body = {
    state: answer.state,
    receipt: answer.state === "taken" ? answer.receipt : null,
    text: answer.text,
    faults: answer.state === "refused" ? answer.faults : [],
    report: null,
  };
  return keep(context, entry, id, body);
}

/** Forgets what never arrived. */
function forget(context: Context, entry: Entry, id: number): void {
  const { store } = context;
  store.run(store.q.deleteFrom("contestSubmission").where("id", "=", id));
  announce(context, entry);
}

function keep(context: Context, entry: Entry, id: number, body: Body): Submission {
  const { store } = context;
  store.run(
    store.q
      .updateTable("contestSubmission")
      .set({ body: JSON.stringify(body) })
      .where("id", "=", id),
  );
  announce(context, entry);
  const { at } = store.first(store.q.selectFrom("contestSubmission").select("at").where("id", "=", id))!;
  return { id, at: isoTime(at), ...body };
}

function announce(context: Context, { id, logbookId }: Entry): void {
  context.announce({ type: "contest", logbookId, entryId: id, what: "submissions" });
}

function problemOf(error: unknown) {
  if (error instanceof OrganiserProblem) return failed(502, "Not handed in", error.message);
  throw error;
}

/** Fetches what the cross-check found in a log that was handed in, contact by contact; asked too early, it says so. */
export async function fetchCheck(
  context: Context,
  access: OrganiserAccess,
  entryId: number,
  submissionId: number,
): Promise<Result<Submission>> {
  const all = listSubmissions(context, entryId);
  if (!all.ok) return all;
  const entry = getEntry(context, entryId);
  if (!entry.ok) return entry;
  const submission = all.value.find(({ id }) => id === submissionId);
  if (submission === undefined) return missing(`submission ${submissionId}`);
  if (submission.receipt === null) return failed(409, "Not taken", "this log was not taken: hand it in again");
  try {
    const report = await fetchReport(access, entry.value.tag, submission.receipt);
    const { id: _id, at: _at, ...kept } = submission;
    if ("notYet" in report) {
      const text = `Not yet: the organiser says that ${report.notYet}.`;
      return done(await context.write(() => keep(context, entry.value, submissionId, { ...kept, text })));
    }
    const { contacts } = boardOf(context, entry.value);
    const findings = report.findings.map(({ call, band, at, line, text, lost }) => {
      const contact = contacts().find(
        (one) => one.call === call && one.band === band && Math.abs(one.startedAt - secondsOf(at)) < 60,
      );
      return { contactId: contact?.id ?? null, line, text, lost };
    });
    const body: Body = { ...kept, state: "checked", text: report.text, report: { score: report.score, findings } };
    return done(await context.write(() => keep(context, entry.value, submissionId, body)));
  } catch (error) {
    return problemOf(error);
  }
}
