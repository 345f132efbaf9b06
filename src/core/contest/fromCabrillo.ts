import type { AdifField, AdifReader, AdifRecord } from "../adif";
import { latin1, NO_HEADER } from "../adif";
import { type CabrilloLog, cabrilloReader, LONGEST_LINE, type ReadLine, type WordCounts } from "../cabrillo";
import { columnsOf, keepExchange, type KeptExchange, readPart, type Sender, understandExchange } from "./exchange";
import type { Part, Rules } from "./rules";
import { stationByCall, stationOf } from "./station";

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
  let rest = "";
  let begun = false;

  function take(raw: string): AdifRecord[] {
    const said = reader.take(raw);
    if (said === null) return [];
    if ("contact" in said) {
      const rules = rulesFor(reader.header.get("CONTEST")?.toUpperCase() ?? "");
      return [recordOf(said.contact, reader.header, rules)];
    }
    const { line, text, fatal, raw: broken = "" } = said.fault;
    return fatal ? [{ line, raw: `${broken}\n`, fields: [], notes: [], broken: text }] : [];
  }

  return {
    push(piece) {
      rest += typeof piece === "string" ? piece : latin1(piece);
      if (!begun) rest = rest.replace(/^\u00ef\u00bb\u00bf/, "");
      begun = true;
      // A line end of two signs may be cut in the middle.
      const held = rest.endsWith("\r") ? "\r" : "";
      const lines = rest.slice(0, rest.length - held.length).split(/\r\n|\r|\n/);
      // Of a line that is too long its beginning is enough to say so.
      rest = `${lines.pop()!.slice(0, LONGEST_LINE + 1)}${held}`;
      return lines.flatMap(take);
    },
    finish: () => (rest === "" ? [] : take(rest.replace(/\r$/, ""))),
    header: NO_HEADER,
    problem: null,
  };
}

/** How many words a log's entrant sends, by the rules of its contest: others may send more or fewer. */
export function wordCounts(
  rulesOf: (tag: string) => Rules | undefined,
): (header: CabrilloLog["header"]) => WordCounts | undefined {
  return (header) => {
    const rules = rulesOf(header.get("CONTEST")?.toUpperCase() ?? "");
    const call = header.get("CALLSIGN")?.toUpperCase();
    if (rules === undefined || call === undefined) return undefined;
    const { side } = stationOf(rules, stationByCall(call, 0));
    return { sent: columnsOf(rules, side, "sent").length };
  };
}

function recordOf(line: ReadLine, header: CabrilloLog["header"], rules: Rules | undefined): AdifRecord {
  const time = new Date(line.startedAt * 1000).toISOString();
  const keep = (words: readonly string[], call: string, way: "sent" | "received") =>
    rules === undefined ? keptOfUnknown(words) : keptByRules(rules, words, call, way, line);
  const sent = keep(line.sent, line.ownCall, "sent");
  const received = keep(line.received, line.call, "received");
  const operators = (header.get("OPERATORS") ?? "").split(/[\s,]+/).filter(Boolean);
  const values: Readonly<Record<string, string | number | null | undefined>> = {
    CALL: line.call,
    QSO_DATE: time.slice(0, 10).replace(/-/g, ""),
    TIME_ON: time.slice(11, 16).replace(":", ""),
    BAND: line.band,
    FREQ: line.frequencyHz === null ? null : line.frequencyHz / 1e6,
    MODE: line.mode,
    STATION_CALLSIGN: line.ownCall,
    OPERATOR: operators.length === 1 ? operators[0] : null,
    MY_GRIDSQUARE: header.get("GRID-LOCATOR"),
    CONTEST_ID: header.get("CONTEST")?.toUpperCase(),
    RST_SENT: sent.report,
    STX: sent.serial,
    STX_STRING: sent.exchange,
    RST_RCVD: received.report,
    SRX: received.serial,
    SRX_STRING: received.exchange,
  };
  const fields = Object.entries(values).flatMap(([name, value]): AdifField[] =>
    value === null || value === undefined || value === "" ? [] : [{ name, value: String(value), at: 0 }],
  );
  const broken = line.withdrawn === true ? { broken: "the log marks it as not to be counted (X-QSO)" } : {};
  return {
    line: line.line,
    raw: fields.map(({ name, value }) => `<${name}:${value.length}>${value}`).join("") + "<EOR>\n",
    fields,
    notes: [],
    ...broken,
  };
}

function keptByRules(
  rules: Rules,
  words: readonly string[],
  call: string,
  way: "sent" | "received",
  line: ReadLine,
): KeptExchange {
  const station = stationByCall(call, line.startedAt);
  const parts = columnsOf(rules, stationOf(rules, station).side, way);
  const sender = { mode: line.mode, entity: station.entityCode };
  const inOrder = parts.length === words.length ? valuesInOrder(rules, parts, words, sender) : null;
  return keepExchange(parts, inOrder ?? understandExchange(rules, parts, words.join(" "), sender).values);
}

function valuesInOrder(rules: Rules, parts: readonly Part[], words: readonly string[], sender: Sender) {
  const values: Record<string, string> = {};
  for (const [index, part] of parts.entries()) {
    const word = words[index]!;
    if (word === "-") continue;
    const reading = readPart(rules, part, word.replace(/_/g, " "), sender);
    if (!reading.ok) return null;
    values[part.id] = reading.value;
  }
  return values;
}

/** Without rules the first word is a report if it looks like one, and the rest stays as it came. */
function keptOfUnknown(words: readonly string[]): KeptExchange {
  const [first = "", ...others] = words;
  const isReport = /^[1-5][1-9]{1,2}$/.test(first);
  return {
    report: isReport ? first : null,
    serial: null,
    exchange: (isReport ? others : words).join(" ") || null,
  };
}
