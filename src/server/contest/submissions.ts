import { readCabrillo } from "../../core/cabrillo";
import { isoTime } from "../../core/contact";
import { columnsOf } from "../../core/contest";
import type { Entry, Submission } from "../../core/contract";
import type { Context } from "../context";
import { done, failed, missing, type Result } from "../problem";
import { boardOf } from "./board";
import { getEntry } from "./entries";
import { logFileOf } from "./logFile";
import { fetchReport, handInLog, type OrganiserAccess, OrganiserProblem } from "./organiser";

type Body = Omit<Submission, "id" | "at">;

export function listSubmissions(context: Context, entryId: number): Result<Submission[]> {
  const found = getEntry(context, entryId);
  if (!found.ok) return found;
  const { store } = context;
  return done(
    store
      .all(store.q.selectFrom("contestSubmission").selectAll().where("entryId", "=", entryId).orderBy("id", "desc"))
      .map(({ id, at, body }) => ({ id, at: isoTime(at), ...(JSON.parse(body) as Body) })),
  );
}

/** Hands the log to the organiser, and keeps what he answers. */
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
  try {
    const answer = await handInLog(access, found.value.tag, file.value.text);
    const body: Body = {
      state: answer.state,
      receipt: answer.state === "taken" ? answer.receipt : null,
      text: answer.text,
      faults: answer.state === "refused" ? answer.faults : [],
      report: null,
    };
    return done(keep(context, found.value, body));
  } catch (error) {
    return problemOf(error);
  }
}

function problemOf(error: unknown) {
  if (error instanceof OrganiserProblem) return failed(502, "Not handed in", error.message);
  throw error;
}

function keep(context: Context, entry: Entry, body: Body): Submission {
  const { store } = context;
  const at = context.now();
  const id = store.run(
    store.q.insertInto("contestSubmission").values({ entryId: entry.id, at, body: JSON.stringify(body) }),
  ).lastId;
  context.announce({ type: "contest", logbookId: entry.logbookId, entryId: entry.id, what: "submissions" });
  return { id, at: isoTime(at), ...body };
}

/** Fetches what the cross-check found in a log that was handed in, contact by contact. */
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
    const { contacts } = boardOf(context, entry.value);
    const counts = { sent: columnsOf(entry.value.rules, entry.value.side, "sent").length };
    const findings = report.findings.map(({ line, text }) => {
      const [read] = readCabrillo(line, () => counts).lines;
      const contact =
        read === undefined
          ? undefined
          : contacts().find(
              ({ call, band, startedAt }) =>
                call === read.call && band === read.band && Math.abs(startedAt - read.startedAt) < 60,
            );
      return { contactId: contact?.id ?? null, line, text };
    });
    const { store } = context;
    const { id: _id, at: _at, ...kept } = submission;
    const body: Body = { ...kept, state: "checked", text: report.text, report: { score: report.score, findings } };
    store.run(
      store.q
        .updateTable("contestSubmission")
        .set({ body: JSON.stringify(body) })
        .where("id", "=", submissionId),
    );
    context.announce({ type: "contest", logbookId: entry.value.logbookId, entryId, what: "submissions" });
    return done({ ...submission, ...body });
  } catch (error) {
    return problemOf(error);
  }
}
