import { exchangeDoubts, type Part, readPart, type Sender, stationByCall, understandExchange } from "@/core/contest";
import { type ContactInput, type Fault, secondsOf } from "@/core/contact";
import { defaultReport } from "@/core/band";
import type { ContestWorth, Entry, LoggedContact } from "@/core/contract";
import { type Draft, valueIn, withValue } from "./draft";

/** What the entry line needs to know of the contest that contacts go into. */
export interface ContestLine {
  readonly entry: Entry;
  /** The parts that their station sends, and what is known of them before they are heard. */
  readonly side: string;
  readonly parts: readonly Part[];
  readonly guesses: ContestWorth["guesses"];
  /** The last serial that the station sent before. */
  readonly lastSerial: number | null;
  /** When the newest contact of the contest was made. */
  readonly lastAt: string | null;
  /** What we send, as text. */
  readonly sends: string;
  /** What Enter does. */
  readonly button: string;
  /** Does what Enter does before there is something to log; true when the contact is to be logged now. */
  readonly take: (draft: Draft) => boolean;
  /** The entry line was cleared. */
  readonly cleared: () => void;
  /** Logs; null when the server is away and the contact is kept here until it is back. */
  readonly post: (input: ContactInput, received: Readonly<Record<string, string>>) => Promise<LoggedContact | null>;
}

/** Where a part of the exchange stands in the draft. */
export function partKey(id: string): string {
  return `part:${id}`;
}

/** Who sends the exchange that is typed. */
function senderOf({ entry }: ContestLine, { call, startedAt }: Draft, mode: string): Sender {
  return { mode, entity: stationByCall(call, secondsOf(startedAt ?? entry.period.from)).entityCode };
}

/** The draft with the words of its exchange each in the field it fits, in whatever order they were typed. */
export function sharedOut(contest: ContestLine, draft: Draft, mode: string): Draft {
  const { entry, parts } = contest;
  const sender = senderOf(contest, draft, mode);
  const typed = parts.filter(({ id }) => valueIn(draft, partKey(id)).trim() !== "");
  const fits = typed.every((part) => readPart(entry.rules, part, valueIn(draft, partKey(part.id)), sender).ok);
  if (fits) return draft;
  const words = typed.map(({ id }) => valueIn(draft, partKey(id))).join(" ");
  const { values, leftover } = understandExchange(entry.rules, parts, words, sender);
  // What fits nowhere stands where something is missing still, to be mended.
  const open = parts.find((part) => part.type !== "report" && values[part.id] === undefined);
  const stuck = typed.find((part) => values[part.id] === undefined) ?? open ?? typed[0];
  let next = draft;
  for (const { id } of parts) next = withValue(next, partKey(id), values[id] ?? "");
  if (leftover.length > 0 && stuck !== undefined) next = withValue(next, partKey(stuck.id), leftover.join(" "));
  return next;
}

/** The parts' values: as typed, or as guessed; what cannot be read is as it was typed. */
export function partValues(contest: ContestLine, draft: Draft, mode: string): Record<string, string> {
  const values: Record<string, string> = {};
  const sender = senderOf(contest, draft, mode);
  for (const part of contest.parts) {
    const typed = valueIn(draft, partKey(part.id)).trim();
    const reading = typed === "" ? null : readPart(contest.entry.rules, part, typed, sender);
    const value = reading === null ? contest.guesses[part.id]?.value : reading.ok ? reading.value : typed;
    if (value !== undefined) values[part.id] = value;
    else if (part.type === "report") values[part.id] = defaultReport(mode, null);
  }
  return values;
}

/** Whether every part that is needed has a value. */
export function isComplete(contest: Pick<ContestLine, "parts" | "guesses">, draft: Draft): boolean {
  return contest.parts.every(
    ({ id, type, optional }) =>
      optional || type === "report" || valueIn(draft, partKey(id)) !== "" || contest.guesses[id] !== undefined,
  );
}

/** Positions log side by side: so far apart contacts may come in, seconds. */
const SLACK = 300;

/** What looks wrong about the exchange; it is said once, and a second Enter takes it as it is. */
export function partDoubts(contest: ContestLine, draft: Draft, mode: string): Fault[] {
  const { entry, parts, side, lastSerial, lastAt } = contest;
  const found: Fault[] = [];
  if (
    draft.past === null &&
    draft.startedAt !== null &&
    lastAt !== null &&
    secondsOf(lastAt) - secondsOf(draft.startedAt) > SLACK
  )
    found.push({
      field: "startedAt",
      text: `The clock says ${draft.startedAt.slice(11, 16)}, and the last contact was at ${lastAt.slice(11, 16)}: was it set back?`,
    });
  const read: Record<string, string> = {};
  const sender = senderOf(contest, draft, mode);
  for (const part of parts) {
    const typed = valueIn(draft, partKey(part.id)).trim();
    if (typed === "" && (part.optional || part.type === "report" || contest.guesses[part.id] !== undefined)) continue;
    const reading = readPart(entry.rules, part, typed, sender);
    if (reading.ok) read[part.id] = reading.value;
    else {
      const near = reading.nearest.map(({ code, name }) => `${code} ${name}`).join(", ");
      found.push({
        field: partKey(part.id),
        text: near === "" ? reading.reason : `${reading.reason}. Near it: ${near}`,
      });
    }
  }
  const at = secondsOf(draft.startedAt ?? entry.period.from);
  const doubts = exchangeDoubts(entry.rules, side, read, draft.call, at, lastSerial);
  return [...found, ...doubts.map(({ field, text }) => ({ field: partKey(field), text }))];
}
