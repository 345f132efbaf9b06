import { editDistance } from "../reference";
import { practiceTask, type PracticeLogged, type PracticeRunInput, type Truth } from "./run";

/** What is to be said of a contact: one line each, with whether it counts as right. */
export const VERDICTS = {
  right: "Right",
  call: "Wrong call",
  exchange: "Wrong exchange",
  again: "Logged twice",
  unknown: "Nobody of that call was worked",
  missing: "Not in the log",
  theirs: "He has your call wrong",
} as const;
export type Verdict = keyof typeof VERDICTS;

/** A contact of a run against what really was. */
export interface Judged {
  readonly verdict: Verdict;
  readonly logged: PracticeLogged | null;
  readonly truth: Truth | null;
  /** The parts that are wrong, by their ids. */
  readonly wrong: readonly string[];
}

export interface Review {
  readonly contacts: readonly Judged[];
  readonly logged: number;
  readonly right: number;
  /** Of what was logged, how much is right, 0 to 1; null where nothing was. */
  readonly accuracy: number | null;
  /** Right contacts, by the hour. */
  readonly rate: number;
  /** What to try next. */
  readonly next: string;
}

/** Calls that differ in so many letters may be the same one, heard wrong. */
const NEAR = 2;
/** A contact is logged at most so long before, or after, it was over, seconds. */
const AROUND = 90;

/** Every contact of a run against the truth, and what follows from it. */
export function reviewOf(run: PracticeRunInput): Review {
  const open = new Set(run.truths);
  const taken = new Map<PracticeLogged, Judged>();
  const take = (logged: PracticeLogged, truth: Truth, verdict: Verdict, wrong: readonly string[] = []) => {
    open.delete(truth);
    taken.set(logged, { verdict, logged, truth, wrong });
  };
  for (const logged of run.logged) {
    const truth = [...open].find(({ call }) => call === logged.call);
    if (truth === undefined) continue;
    const wrong = run.parts.filter(({ id }) => !isSame(logged.values[id], truth.values[id])).map(({ id }) => id);
    take(logged, truth, wrong.length > 0 ? "exchange" : truth.ours === run.ownCall ? "right" : "theirs", wrong);
  }
  for (const logged of run.logged) {
    if (taken.has(logged)) continue;
    const near = [...open]
      .filter((truth) => editDistance(truth.call, logged.call) <= NEAR && Math.abs(truth.at - logged.at) <= AROUND)
      .sort((one, other) => editDistance(one.call, logged.call) - editDistance(other.call, logged.call))[0];
    if (near !== undefined) take(logged, near, "call");
    else {
      const isAgain = run.logged.some((other) => other !== logged && other.call === logged.call && taken.has(other));
      taken.set(logged, { verdict: isAgain ? "again" : "unknown", logged, truth: null, wrong: [] });
    }
  }
  const missing = [...open].map((truth): Judged => ({ verdict: "missing", logged: null, truth, wrong: [] }));
  const contacts = [...taken.values(), ...missing].sort((one, other) => timeOf(one) - timeOf(other));
  const right = contacts.filter(({ verdict }) => verdict === "right").length;
  const accuracy = run.logged.length === 0 ? null : right / run.logged.length;
  const rate = anHour({ right, seconds: run.seconds });
  return { contacts, logged: run.logged.length, right, accuracy, rate, next: nextFor(run, contacts, accuracy) };
}

/** Right contacts by the hour. */
export function anHour({ right, seconds }: { readonly right: number; readonly seconds: number }): number {
  return seconds === 0 ? 0 : (right * 3600) / seconds;
}

const timeOf = ({ logged, truth }: Judged) => logged?.at ?? truth!.at;

/** Numbers are the same with and without their leading zeros. */
function isSame(one: string | undefined, other: string | undefined): boolean {
  const plain = (text: string | undefined) => (text ?? "").replace(/^0+(?=\d)/, "");
  return plain(one) === plain(other);
}

/** What to try next: the first that holds. */
function nextFor({ settings, logged }: PracticeRunInput, contacts: readonly Judged[], accuracy: number | null): string {
  const { label, way, next } = practiceTask(settings.task);
  const count = (verdict: Verdict) => contacts.filter((one) => one.verdict === verdict).length;
  if (accuracy === null)
    return contacts.length > 0
      ? "You worked somebody, and nothing was logged: press Enter once more when his exchange stands in its fields."
      : way === "search"
        ? "Nobody was worked: tune until the tone of a station is in the middle, wait until it stops, and send your call."
        : "Nobody was worked: call with Enter, type any part of a call that you hear, and press Enter again.";
  if (count("theirs") > logged.length / 10)
    return "Some have your call wrong: listen to how they answer, and send your call again before your exchange.";
  if (accuracy < 0.7)
    return settings.speed > 12
      ? `Go down to ${settings.speed - 3} words a minute and ask again ("AGN"), or for less speed ("QRS"), as often as you need: a contact that is right is worth the time.`
      : "Ask again as often as you need, and take strong signals on a quiet band, until nine of ten are right.";
  if (count("exchange") > count("call") && count("exchange") > 0)
    return "The calls are right, and exchanges are not: ask for what you are not sure of before you thank.";
  if (count("call") > 0)
    return "Calls get lost: send the call that you typed, and listen whether its owner mends it before you log.";
  if (accuracy >= 0.9 && logged.length >= MASTERED) {
    if (settings.speed < 24) return `${label} goes well: try it at ${settings.speed + 2} words a minute.`;
    if (next !== null) return `${label} goes well: try "${practiceTask(next).label}".`;
    return `${label} goes well: try weaker signals, static, or ${settings.speed + 2} words a minute.`;
  }
  return "Go on as you are: with some more contacts it can be told what would be next.";
}

/** After so many contacts something can be said to go well. */
const MASTERED = 8;
