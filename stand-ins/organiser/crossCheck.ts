import { modeGroup } from "../../src/core/band";
import { baseCall } from "../../src/core/callsign";
import {
  createScoreboard,
  periodsIn,
  type Rules,
  type Scoreboard,
  SHIPPED_CONTESTS,
  stationByCall,
} from "../../src/core/contest";
import { columnsFor, wordsFault } from "./contests";
import { NEAR, type TheirLog, type TheirLogs } from "./entrants";
import { type OrganiserLine, type OrganiserLog, readLog } from "./readLog";

interface CheckFinding {
  readonly call: string;
  readonly band: string;
  /** ISO 8601 UTC, to the minute. */
  readonly at: string;
  readonly line: string;
  readonly text: string;
  /** Points that the log loses by it, multipliers included; null where the contest is not this organiser's. */
  readonly lost: number | null;
}

interface CheckReport {
  readonly score: number;
  readonly text: string;
  readonly findings: CheckFinding[];
}

/**
 * Compares a log with those of the simulated entrants, contact by contact, and takes off what does not agree. The log
 * is read by the organiser's own reading, each word held against what its column is for, and scored anew from that: a
 * claimed score that does not follow from the log is told.
 */
export function crossCheck(text: string, theirLogs: TheirLogs): CheckReport {
  const log = readLog(text);
  const tag = log.header.get("CONTEST") ?? "";
  const counted = log.lines.filter(({ withdrawn }) => !withdrawn);
  const board = boardOf(tag, log, counted);
  const claimed = Number(log.header.get("CLAIMED-SCORE") ?? 0);
  const before = board === null ? claimed : Math.round(board.score().score);
  const wrongPoints = rulesOf(tag)?.wrongPoints ?? 0;
  const findings: CheckFinding[] = [];
  for (const [id, line] of counted.entries()) {
    const said = formFault(tag, line) ?? faultOf(line, theirLogs(tag, line));
    if (said === null) continue;
    const { call, band, at, raw } = line;
    const scored = board?.score().score ?? 0;
    board?.remove(id);
    const lost = board === null ? null : Math.round(scored - board.score().score) - wrongPoints;
    findings.push({ call, band, at: new Date(at * 1000).toISOString(), line: raw, text: said, lost });
  }
  const kept = counted.length === 0 ? 0 : (counted.length - findings.length) / counted.length;
  const differs = before === claimed ? "" : ` The log comes to ${before}, and ${claimed} were claimed.`;
  return {
    score:
      board === null ? Math.round(claimed * kept) : Math.round(board.score().score) + findings.length * wrongPoints,
    text: `Cross-checked: ${findings.length} of ${counted.length} contacts were taken off.${differs}`,
    findings,
  };
}

function formFault(tag: string, line: OrganiserLine): string | null {
  const columns = columnsFor(tag, line.call);
  const fault = columns === null ? null : wordsFault(columns, line.received);
  return fault === null ? null : `what ${line.call} sent is not in its place: ${fault}`;
}

/** The log scored by the contest's rules, from what the organiser read; null where the contest is not his. */
function boardOf(tag: string, { header }: OrganiserLog, lines: readonly OrganiserLine[]): Scoreboard | null {
  const rules = rulesOf(tag);
  const [first] = lines;
  if (rules === undefined || first === undefined) return null;
  const period = periodOf(rules, first.at);
  if (period === undefined) return null;
  const own = { ...stationByCall(first.ownCall, first.at), grid: header.get("GRID-LOCATOR") ?? null };
  const category = Object.fromEntries(
    [...header].flatMap(([name, value]) =>
      name.startsWith("CATEGORY-") ? [[name.slice("CATEGORY-".length).toLowerCase(), value]] : [],
    ),
  );
  const sent = partsOf(tag, first.ownCall, first.sent);
  const board = createScoreboard(rules, {
    ...own,
    period,
    power: POWERS[category.power ?? ""] ?? null,
    bonuses: [],
    category,
    sent,
  });
  for (const [id, line] of lines.entries())
    board.put({
      ...stationByCall(line.call, line.at),
      id,
      startedAt: line.at,
      baseCall: baseCall(line.call),
      band: line.band,
      mode: line.mode,
      submode: null,
      modeGroup: modeGroup(line.mode),
      reportReceived: null,
      serialReceived: null,
      exchangeReceived: null,
      partsReceived: partsOf(tag, line.call, line.received),
      partsSent: partsOf(tag, line.ownCall, line.sent),
      notClaimed: null,
    });
  return board;
}

function rulesOf(tag: string): Rules | undefined {
  return SHIPPED_CONTESTS.find((one) => one.tag === tag);
}

/** A category stands for the most power that it has. */
const POWERS: Readonly<Record<string, number>> = { QRP: 5, LOW: 100, HIGH: 1000 };

function periodOf(rules: Rules, at: number) {
  return periodsIn(rules, new Date(at * 1000).getUTCFullYear()).find(({ from, to }) => at >= from - 86_400 && at < to);
}

function partsOf(tag: string, call: string, words: readonly string[]): Record<string, string> {
  const columns = columnsFor(tag, call) ?? [];
  return Object.fromEntries(columns.flatMap((kind, at) => (words[at] === undefined ? [] : [[kind, words[at]]])));
}

function faultOf(line: OrganiserLine, theirs: TheirLog | null): string | null {
  if (theirs === null) return null;
  const near = theirs.lines.find((other) => other.band === line.band && Math.abs(other.at - line.at) <= NEAR);
  if (near === undefined) return `${line.call} has no such contact in its log`;
  if (near.call !== line.ownCall) return `${line.call} logged ${near.call} and not ${line.ownCall}`;
  const sent = theirs.sent ?? [];
  const differs = sent.findIndex((word, index) => plain(word) !== plain(line.received[index] ?? ""));
  return differs < 0
    ? null
    : `${line.call} sent ${sent[differs]}, and ${line.received[differs] ?? "nothing"} was logged`;
}

/** A number is the same with zeros before it. */
function plain(word: string): string {
  return word.replace(/^0+(?=\d+$)/, "");
}
