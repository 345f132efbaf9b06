import type { AdifNote, AdifReader, AdifRecord } from "../adif";
import { decodeText, PARTS_FIELDS } from "../adif";
import { factField, type FactKey } from "../contact";
import { type CabrilloLog, cabrilloReader, type ReadLine, type WordCount, type WordCounts } from "../cabrillo";
import { columnsOf, readPart, type Sender, understandExchange } from "./exchange";
import { brokenLine, linewise, minuteFields, recordOfValues } from "./linewise";
import type { Part, Rules } from "./rules";
import { sideByCall, stationByCall } from "./station";

/** Whether a text begins as a contest log does. */
export function isCabrillo(beginning: string): boolean {
  return /^(?:\u00ef\u00bb\u00bf|\ufeff)?\s*(START-OF-LOG|QSO)\s*:/i.test(beginning);
}

/**
 * Reads a contest log as if it were ADIF, so that it takes the way of any other log: looked at beforehand, checked for
 * duplicates, with what was refused as it came.
 *
 * @param rulesOf the rules of a contest by the name in the log, where they are known: they tell the exchange apart
 */
export function contestLogReader(rulesOf: (tag: string) => Rules | undefined): AdifReader {
  let last: { readonly tag: string; readonly rules: Rules | undefined } | null = null;
  /** Asked for with each line, and looked up once as long as it is the same contest. */
  const rulesFor = (tag: string) => {
    if (last?.tag !== tag) last = { tag, rules: rulesOf(tag) };
    return last.rules;
  };
  const reader = cabrilloReader(wordCounts(rulesFor));
  return linewise((raw) => {
    const said = reader.take(decodeText(raw));
    if (said === null) return [];
    if ("contact" in said) {
      const rules = rulesFor(reader.header.get("CONTEST")?.toUpperCase() ?? "");
      return [recordOf(said.contact, reader.header, rules)];
    }
    const { line, text, fatal } = said.fault;
    return fatal ? [brokenLine(line, raw, text)] : [];
  });
}

/** How many words stand in the lines of a log, by the rules of its contest. */
export function wordCounts(
  rulesOf: (tag: string) => Rules | undefined,
): (header: CabrilloLog["header"]) => WordCounts | undefined {
  return (header) => {
    const rules = rulesOf(header.get("CONTEST")?.toUpperCase() ?? "");
    const call = header.get("CALLSIGN")?.toUpperCase();
    return rules === undefined || call === undefined ? undefined : wordCountsFor(rules, sideByCall(rules, call, 0));
  };
}

/** How many words stand in the lines of a log whose station is on a side. */
export function wordCountsFor(rules: Rules, side: string): WordCounts {
  return {
    sent: countOf(columnsOf(rules, side, "sent")),
    received: (call) => countOf(columnsOf(rules, sideByCall(rules, call, 0), "received")),
  };
}

function countOf(columns: readonly Part[]): WordCount {
  return { least: columns.filter(({ optional }) => !optional).length, most: columns.length };
}

/** What a fact is called in our own files. */
function nameOf(key: FactKey): string {
  return factField(key)!.adif[0];
}

/** What a line says of one side: the parts by their ids, or, of an unknown contest, its words. */
interface Said {
  readonly parts: Readonly<Record<string, string>> | null;
  readonly report: string | null;
  readonly text: string | null;
  /** Words that belong to no part. */
  readonly leftover: readonly string[];
  /** Parts whose word is none. */
  readonly odd: readonly string[];
}

function recordOf(line: ReadLine, header: CabrilloLog["header"], rules: Rules | undefined): AdifRecord {
  const say = (words: readonly string[], call: string, way: "sent" | "received") =>
    rules === undefined ? saidInUnknown(words) : saidByRules(rules, words, call, way, line);
  const sent = say(line.sent, line.ownCall, "sent");
  const received = say(line.received, line.call, "received");
  const operators = (header.get("OPERATORS") ?? "").split(/[\s,]+/).filter(Boolean);
  const values: Readonly<Record<string, string | number | null | undefined>> = {
    CALL: line.call,
    ...minuteFields(line.startedAt),
    BAND: line.band,
    FREQ: line.frequencyHz === null ? null : line.frequencyHz / 1e6,
    MODE: line.mode,
    STATION_CALLSIGN: line.ownCall,
    OPERATOR: operators.length === 1 ? operators[0] : null,
    MY_GRIDSQUARE: header.get("GRID-LOCATOR"),
    CONTEST_ID: header.get("CONTEST")?.toUpperCase(),
    RST_SENT: sent.report,
    STX_STRING: sent.text,
    [PARTS_FIELDS.partsSent]: sent.parts && JSON.stringify(sent.parts),
    RST_RCVD: received.report,
    SRX_STRING: received.text,
    [nameOf("transmitter")]: line.transmitter,
    [nameOf("notClaimed")]: line.withdrawn === true ? "marked X-QSO in the log file" : null,
    [PARTS_FIELDS.partsReceived]: received.parts && JSON.stringify(received.parts),
  };
  return {
    ...recordOfValues(line.line, values),
    notes: [sent, received].flatMap((said) => notesOf(said, line.line)),
  };
}

function notesOf({ leftover, odd }: Said, line: number): AdifNote[] {
  return [
    ...odd.map((text) => ({ line, field: "QSO", text })),
    ...leftover.map((word) => ({
      line,
      field: "QSO",
      text: `"${word}" belongs to no part of the contest's exchange; it was left out`,
    })),
  ];
}

/** By their places where nothing is left out but at the end, whatever stands there; else each where it fits. */
function saidByRules(
  rules: Rules,
  words: readonly string[],
  call: string,
  way: "sent" | "received",
  line: ReadLine,
): Said {
  const columns = columnsOf(rules, sideByCall(rules, call, line.startedAt), way);
  const sender = { mode: line.mode, entity: stationByCall(call, line.startedAt).entityCode };
  const isInPlace = words.length <= columns.length && columns.slice(words.length).every(({ optional }) => optional);
  const found = isInPlace
    ? { values: byPlace(columns.slice(0, words.length), words), leftover: [] }
    : understandExchange(rules, columns, words.join(" "), sender);
  const odd = columns.flatMap((part) => oddity(rules, part, found.values[part.id], sender) ?? []);
  return { parts: found.values, report: null, text: null, leftover: found.leftover, odd };
}

function byPlace(columns: readonly Part[], words: readonly string[]): Record<string, string> {
  const placed = columns.map(({ id }, index) => [id, words[index]!.replace(/_/g, " ")] as const);
  return Object.fromEntries(placed.filter(([, word]) => word !== "-"));
}

function oddity(rules: Rules, part: Part, word: string | undefined, sender: Sender): string | null {
  if (word === undefined) return part.optional ? null : `${part.label} is missing`;
  const reading = readPart(rules, part, word, sender);
  return reading.ok ? null : `${reading.reason}; it is kept as it came`;
}

/** Without rules the first word is a report if it looks like one, and the rest stays as it came. */
function saidInUnknown(words: readonly string[]): Said {
  const [first = "", ...others] = words;
  const isReport = /^[1-5][1-9]{1,2}$/.test(first);
  const text = (isReport ? others : words).join(" ") || null;
  return { parts: null, report: isReport ? first : null, text, leftover: [], odd: [] };
}
