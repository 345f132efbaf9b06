import { existsSync } from "node:fs";
import { setImmediate } from "node:timers/promises";
import { DUPLICATE_TOLERANCE, type MadeAs } from "../../core/contact";
import { type LookReport, importChoicesSchema } from "../../core/contract";
import { Cancelled, JobProblem, type JobRun } from "../jobs/jobRun";
import { rulesCalled } from "../contest/contestRules";
import { openAdifFile } from "./adifFile";
import { recordReader } from "./fileContacts";
import { type LogFacts, logFactsOf, type SaidOfUs, twinAmong, twinFinder } from "./twins";

const FIRST = 6;
const MOST_KINDS = 200;
const PIECE_MS = 100;

/** Looks what is in a file and what an import would do, and writes nothing. */
export async function lookIntoFile(
  run: JobRun<LookReport, LookReport>,
  request: { readonly file: string; readonly fileName: string },
): Promise<LookReport> {
  const { context, logbookId } = run;
  if (!existsSync(request.file)) throw new JobProblem("the uploaded file is no longer there: import it again");
  const read = recordReader(context, logbookId, importChoicesSchema.parse({}));
  const tally = createTally(request.fileName);
  const file = openAdifFile(request.file, (name) => rulesCalled(context, name));
  const twinOf = twinFinder(context.store, logbookId, file.isContestLog);
  const stoodBefore = twinsWithin(file.isContestLog);
  try {
    let next = file.records.next();
    while (next.done !== true) {
      const until = Date.now() + PIECE_MS;
      for (; next.done !== true && Date.now() < until; next = file.records.next()) {
        const { line } = next.value;
        const understood = read(next.value, file.header, (notes) => {
          for (const note of notes) tally.problem(false, note.field, note.text, note.line);
        });
        if (understood.kind === "refused") tally.refused(understood.reason, line);
        else {
          const { contact, said } = understood;
          const facts = logFactsOf(contact, said);
          tally.contact(contact, said, twinOf(facts) !== undefined || stoodBefore(facts));
        }
      }
      const report = tally.report();
      run.checkpoint(report, report, file.bytesRead, file.size);
      await setImmediate();
      if (run.signal.aborted) throw new Cancelled();
    }
  } finally {
    file.records.return();
  }
  if (file.problem !== null) throw new JobProblem(file.problem);
  return tally.report();
}

/**
 * Tells whether a contact's twin stood in the file before it. Keeps little of each, since the file may be large, and
 * looks only at those of the same stretch of time: a file may be one contact many times.
 */
function twinsWithin(byMinute: boolean): (facts: LogFacts) => boolean {
  interface Seen {
    readonly at: number;
    readonly made: MadeAs;
  }
  const seen = new Map<string, Seen[]>();
  /** Nearly all contacts of a file are made in one of a few ways, each of which is kept once. */
  const ways = new Map<string, MadeAs>();

  return (facts) => {
    const { baseCall, band, modeGroup, startedAt: at, mode, submode, ownCall, ownGrid } = facts;
    const stretch = Math.floor(at / DUPLICATE_TOLERANCE);
    const keyOf = (number: number) => `${baseCall} ${band} ${modeGroup} ${number}`;
    const candidates = [stretch - 1, stretch, stretch + 1]
      .flatMap((number) => seen.get(keyOf(number)) ?? [])
      .map((one) => ({ ...one.made, baseCall, band, modeGroup, startedAt: one.at }));
    if (twinAmong(facts, candidates, byMinute) !== undefined) return true;
    const way = `${mode} ${submode} ${ownCall} ${ownGrid}`;
    const made = ways.get(way) ?? { mode, submode, ownCall, ownGrid };
    ways.set(way, made);
    const key = keyOf(stretch);
    const before = seen.get(key);
    if (before === undefined) seen.set(key, [{ at, made }]);
    else before.push({ at, made });
    return false;
  };
}

function createTally(fileName: string) {
  let [read, fresh, duplicates, refusedCount] = [0, 0, 0, 0];
  let from: string | null = null;
  let to: string | null = null;
  const first: LookReport["first"] = [];
  const sites = new Map<string, LookReport["sites"][number]>();
  const problems = new Map<string, LookReport["problems"][number]>();

  function problem(refused: boolean, field: string, text: string, line: number): void {
    // Problems are of one kind when only what is quoted, and the numbers, differ.
    const key = `${refused} ${field} ${text.replace(/"[^"]*"/g, '""').replace(/\d+/g, "0")}`;
    const known = problems.get(key);
    if (known !== undefined) known.count++;
    else if (problems.size < MOST_KINDS) problems.set(key, { refused, field, text, line, count: 1 });
  }

  return {
    problem,
    refused(reason: string, line: number) {
      read++;
      refusedCount++;
      problem(true, "", reason, line);
    },
    contact(contact: LookReport["first"][number], { ownCall, ownGrid }: SaidOfUs, isDuplicate: boolean) {
      read++;
      if (isDuplicate) duplicates++;
      else fresh++;
      const { call, startedAt, band, mode, name } = contact;
      if (from === null || startedAt < from) from = startedAt;
      if (to === null || startedAt > to) to = startedAt;
      if (first.length < FIRST) first.push({ call, startedAt, band, mode, name });
      const key = `${ownCall} ${ownGrid}`;
      const site = sites.get(key);
      if (site !== undefined) site.count++;
      else if (sites.size < MOST_KINDS) sites.set(key, { call: ownCall, grid: ownGrid, count: 1 });
    },
    report: (): LookReport => ({
      fileName,
      read,
      fresh,
      duplicates,
      refusedCount,
      from,
      to,
      sites: [...sites.values()].sort((a, b) => b.count - a.count).slice(0, 20),
      first,
      problems: [...problems.values()].sort((a, b) => Number(b.refused) - Number(a.refused) || b.count - a.count),
    }),
  };
}
