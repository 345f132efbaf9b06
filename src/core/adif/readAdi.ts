import { decodeText, latin1 } from "./bytes";
import { isOfItsType } from "./dataTypes";
import { FIELD_NAMES } from "./fieldNames";
import {
  type AdifField,
  type AdifHeader,
  type AdifNote,
  type AdifReader,
  type AdifRecord,
  NO_HEADER,
  userDefinedField,
} from "./record";

/** A tag that can be nothing else: "<CALL:6>", "<RIG:4:S>", "<EOR>", "<EOH>". */
const PLAUSIBLE_TAG = /<(?:[A-Za-z_][A-Za-z0-9_ {},.-]*:\d+(?::[A-Za-z])?|eor|eoh)>/gi;
/** Where a value of unknown length ends: anything that looks like a tag's beginning. */
const NEXT_TAG = /<\s*[A-Za-z_][A-Za-z0-9_]*\s*[:;>]/g;
/** A field's name in a tag whose length is missing or no number: "<CALL>", "<NAME:-3>", "<CALL;6>". */
const NAME_ALONE = /^[ \t]*([A-Za-z_]+)[ \t]*(?:[:;=][^<\r\n]*)?$/;
/** What no tag has between its angle brackets: then the first of them stands for itself. */
const NO_TAG = /[<\r\n]/;
/** A remark behind a value, on its line. A text that goes on is told from one by the sign that remarks begin with. */
const REMARK = /[ \t]+(\/\/|[#;])?[^<\r\n]*/y;
/** So much of a remark is said. */
const LONGEST_SAID = 40;
/** What may stand between the angle brackets. */
const LONGEST_TAG = 200;
const END_OF_RECORD_AFTER = /<eor>/gi;
/** A value that holds the end of a record has the right length only when another tag follows. */
const END_OF_RECORD = /<eor>/i;
const TAG_FOLLOWS = /\s*</y;
const END_TAG = "<eor>";
/** How far beyond a value the next tag is looked for before its stated length is doubted. */
const LOOK_AHEAD = 256;
const LONGEST_VALUE = 1_000_000;
/** Beyond this a record is refused: what has no end must not fill the memory. */
const LARGEST_RECORD = 1_000_000;
/** A record that has grown by this much may be several, whose ends are missing. */
const SUSPICIOUS_RECORD = 64_000;
const HEADER_NAMES = /^(ADIF_VER|CREATED_TIMESTAMP|PROGRAMID|PROGRAMVERSION|USERDEF\d+)$/;

const upperNames = new Map<string, string>();

/**
 * Reads ADI as a stream. Lengths are bytes; a value after whose length a tag or the line's end follows is taken whole,
 * whatever stands in it. Where a length does not fit what stands there (too short, too long, counted in characters),
 * the value is taken up to the next tag and a note says so. Time grows with the size of the
 * file, whatever stands in it; memory with the largest record, which is 1 MB.
 */
export function adiReader(): AdifReader {
  let buffer = "";
  let at = 0;
  let line = 1;
  let lineAt = 0;
  let started = false;
  let closedAny = false;
  let sawTag = false;
  let sawEoh = false;
  let bytesSeen = 0;
  let header: AdifHeader = NO_HEADER;
  let problem: string | null = null;
  let recordAt = -1;
  let recordLine = 1;
  let fields: AdifField[] = [];
  let notes: AdifNote[] = [];
  /** How large the open record may grow before it is looked at. */
  let lookAtSize = SUSPICIOUS_RECORD;
  /** Within a record that is too large, until its end. */
  let passing = false;

  function lineOf(place: number): number {
    let next = buffer.indexOf("\n", lineAt);
    while (next >= 0 && next < place) {
      line++;
      lineAt = next + 1;
      next = buffer.indexOf("\n", lineAt);
    }
    return line;
  }

  function beginRecord(place: number): void {
    sawTag = true;
    if (recordAt >= 0) return;
    recordAt = place;
    recordLine = lineOf(place);
    lookAtSize = SUSPICIOUS_RECORD;
  }

  function closeRecord(end: number, records: AdifRecord[], broken?: string): void {
    if (recordAt >= 0) {
      if (!sawEoh && !closedAny) dropHeaderFields();
      closedAny = true;
      const raw = buffer.slice(recordAt, end);
      if (fields.length > 0 || broken !== undefined) {
        const record = { line: recordLine, raw, fields, notes, ...(broken === undefined ? {} : { broken }) };
        records.push(...dividedRecord(record));
      }
    }
    recordAt = -1;
    fields = [];
    notes = [];
  }

  /** Takes the contacts out of a large record whose ends are missing, but for the last; gives up on one too large. */
  function lookAtRecord(records: AdifRecord[]): void {
    if (!sawEoh && !closedAny) dropHeaderFields();
    const raw = buffer.slice(recordAt, at);
    const parts = dividedRecord({ line: recordLine, raw, fields, notes });
    const last = parts.at(-1)!;
    if (parts.length > 1) {
      closedAny = true;
      records.push(...parts.slice(0, -1));
      recordAt = at - last.raw.length;
      recordLine = last.line;
      fields = [...last.fields];
      notes = [...last.notes];
    } else if (raw.length > LARGEST_RECORD) {
      closedAny = true;
      const broken = "the record is larger than 1 MB; it was passed over up to its end";
      records.push({ line: recordLine, raw: raw.slice(0, LARGEST_RECORD), fields: [], notes: [], broken });
      recordAt = -1;
      fields = [];
      notes = [];
      passing = true;
    }
    lookAtSize = (recordAt < 0 ? 0 : at - recordAt) + SUSPICIOUS_RECORD;
  }

  /** Goes on behind the end of a record that is too large; false where that is yet to come. */
  function passEnd(): boolean {
    END_OF_RECORD_AFTER.lastIndex = at;
    const end = END_OF_RECORD_AFTER.exec(buffer);
    at = end === null ? Math.max(at, buffer.length - END_TAG.length + 1) : end.index + END_TAG.length;
    passing = end === null;
    return !passing;
  }

  function dropHeaderFields(): void {
    const ofHeader = fields.filter((field) => HEADER_NAMES.test(field.name));
    if (ofHeader.length === 0) return;
    header = headerFrom(ofHeader);
    fields = fields.filter((field) => !HEADER_NAMES.test(field.name));
    sawEoh = true;
    notes.push({ line: recordLine, field: "EOH", text: "the header has no end; its fields were taken as the header" });
  }

  /** Reads as much as the buffer holds for certain. */
  function read(ended: boolean): AdifRecord[] {
    /** Takes a field of the standard whose tag has no length up to the next tag; false where that is yet to come. */
    function readWithoutLength(open: number, tag: string): boolean {
      const name = NAME_ALONE.exec(tag)?.[1]?.toUpperCase() ?? "";
      if (!FIELD_NAMES.has(name)) return true;
      const valueAt = open + tag.length + 2;
      NEXT_TAG.lastIndex = valueAt;
      const next = NEXT_TAG.exec(buffer)?.index;
      if (next === undefined && !ended && buffer.length - valueAt < LONGEST_VALUE) return false;
      beginRecord(open);
      at = next ?? buffer.length;
      const value = buffer.slice(valueAt, at).trim();
      fields.push({ name, value: decodeText(value), type: undefined, at: open - recordAt });
      const text = "the tag has no length; the value was taken up to the next tag";
      notes.push({ line: lineOf(open), field: name, text });
      return true;
    }

    let closeAt = -1;
    /** The next ">", looked for once however many "<" stand before it. */
    function closeAfter(open: number): number {
      if (closeAt <= open) closeAt = buffer.indexOf(">", open + 1);
      if (closeAt < 0) closeAt = Infinity;
      return closeAt;
    }

    const records: AdifRecord[] = [];
    for (;;) {
      if (passing && !passEnd()) break;
      if (recordAt >= 0 && at - recordAt > lookAtSize) {
        lookAtRecord(records);
        continue;
      }
      const open = buffer.indexOf("<", at);
      if (open < 0) {
        at = buffer.length;
        break;
      }
      const close = closeAfter(open);
      if (close - open > LONGEST_TAG) {
        if (!ended && buffer.length - open <= LONGEST_TAG) {
          at = open;
          break;
        }
        if (close === Infinity && recordAt >= 0 && ended) {
          closeRecord(buffer.length, records, "the file ends in the middle of a field");
          at = buffer.length;
          break;
        }
        at = open + 1;
        continue;
      }
      const tag = buffer.slice(open + 1, close);
      const colon = tag.indexOf(":");
      if (colon < 0) {
        if (NO_TAG.test(tag)) {
          at = open + 1;
          continue;
        }
        at = close + 1;
        const word = tag.trim().toUpperCase();
        if (word === "EOR") {
          sawTag = true;
          closeRecord(close + 1, records);
        } else if (word === "EOH") {
          sawTag = true;
          sawEoh = true;
          header = headerFrom(fields);
          closeHeader();
        } else if (!readWithoutLength(open, tag)) {
          at = open;
          break;
        }
        continue;
      }
      const second = tag.indexOf(":", colon + 1);
      const length = lengthOf(tag, colon + 1, second < 0 ? tag.length : second);
      const name = nameOf(tag.slice(0, colon));
      if (length < 0 || name === "") {
        at = open + 1;
        if (readWithoutLength(open, tag)) continue;
        at = open;
        break;
      }
      const valueAt = close + 1;
      const stated = valueAt + length;
      const oversized = length > LONGEST_VALUE;
      if (!ended && (oversized ? buffer.length < valueAt + LOOK_AHEAD : buffer.length < stated + LOOK_AHEAD)) {
        at = open;
        break;
      }
      beginRecord(open);
      let end = stated;
      let value: string | null = null;
      if (!oversized && stated <= buffer.length && aligned(stated, ended)) {
        value = buffer.slice(valueAt, stated);
        TAG_FOLLOWS.lastIndex = stated;
        if (END_OF_RECORD.test(value) && !TAG_FOLLOWS.test(buffer)) value = null;
      }
      if (value === null && !oversized && stated <= buffer.length)
        value = valueBeforeRemark(open, name, valueAt, stated);
      if (value === null) {
        PLAUSIBLE_TAG.lastIndex = valueAt;
        const next = PLAUSIBLE_TAG.exec(buffer);
        if (next === null && stated > buffer.length) {
          closeRecord(buffer.length, records, "the file ends in the middle of a field");
          at = buffer.length;
          break;
        }
        end = next?.index ?? buffer.length;
        value = buffer.slice(valueAt, end).trimEnd();
        notes.push({
          line: lineOf(open),
          field: name,
          text: `the length says ${length}, the value has ${value.length} bytes; it was taken whole`,
        });
      }
      fields.push({
        name,
        value: decodeText(value),
        type:
          second < 0
            ? undefined
            : tag
                .slice(second + 1)
                .trim()
                .toUpperCase() || undefined,
        at: open - recordAt,
      });
      at = end;
    }
    if (ended && recordAt >= 0 && fields.length > 0) {
      notes.push({ line: recordLine, field: "EOR", text: "the last record has no end; it was taken as it stands" });
      closeRecord(buffer.length, records);
    }
    return records;
  }

  function closeHeader(): void {
    recordAt = -1;
    fields = [];
    notes = [];
  }

  /** The value of the stated length, where only a remark stands behind it; null where it may go on. */
  function valueBeforeRemark(open: number, name: string, from: number, to: number): string | null {
    REMARK.lastIndex = to;
    const [remark, sign] = REMARK.exec(buffer) ?? [];
    const value = buffer.slice(from, to);
    if (remark === undefined || !(isOfItsType(name, value) ?? sign !== undefined)) return null;
    const text = `behind the value stands "${remark.trim().slice(0, LONGEST_SAID)}", which belongs to nothing`;
    notes.push({ line: lineOf(open), field: name, text });
    return value;
  }

  /** Whether a value that ends here is followed by a tag, by white space and a tag, or by a remark on a new line. */
  function aligned(end: number, ended: boolean): boolean {
    let place = end;
    let code = buffer.charCodeAt(place);
    if (code === 60) return true;
    while (code === 32 || code === 9 || code === 13) code = buffer.charCodeAt(++place);
    if (code === 60 || code === 10) return true;
    return place >= buffer.length && (ended || place === end);
  }

  function forget(): void {
    const keepFrom = recordAt >= 0 ? recordAt : at;
    lineOf(keepFrom);
    buffer = buffer.slice(keepFrom);
    at -= keepFrom;
    lineAt = Math.max(0, lineAt - keepFrom);
    if (recordAt >= 0) recordAt = 0;
  }

  function start(text: string): string {
    started = true;
    return text.startsWith("\u00ef\u00bb\u00bf") ? text.slice(3) : text;
  }

  return {
    push(piece) {
      bytesSeen += piece.length;
      const text = typeof piece === "string" ? piece : latin1(piece);
      if (!started && buffer.length + text.length < 3) {
        buffer += text;
        return [];
      }
      if (!started) {
        buffer = start(buffer + text);
      } else {
        buffer += text;
      }
      const records = read(false);
      forget();
      return records;
    },
    finish() {
      if (!started) buffer = start(buffer);
      const records = read(true);
      if (bytesSeen === 0) problem = "the file is empty";
      else if (!sawTag) problem = "there is no ADIF field in this file: is it the right file?";
      return records;
    },
    get header() {
      return header;
    },
    get problem() {
      return problem;
    },
  };
}

/**
 * A record in which further contacts begin, since the ends between them are missing, as one record each: from where
 * its first field comes again, or else the call or the date, once a call and a date were read.
 */
function dividedRecord(record: AdifRecord): AdifRecord[] {
  const { fields, raw, broken } = record;
  if (times(fields, "CALL") < 2 || times(fields, "QSO_DATE") < 2) return [record];
  const parts: AdifRecord[] = [];
  let { line } = record;
  let from = 0;
  let noteFrom = 0;
  for (let to = nextContact(fields, from); from < fields.length; from = to, to = nextContact(fields, from)) {
    const start = parts.length === 0 ? 0 : fields[from]!.at;
    const end = fields[to]?.at ?? raw.length;
    const text = raw.slice(start, end);
    const lineAfter = line + text.split("\n").length - 1;
    let noteTo = noteFrom;
    while (noteTo < record.notes.length && (end === raw.length || record.notes[noteTo]!.line < lineAfter)) noteTo++;
    const missingEnd = { line, field: "EOR", text: "the record before it has no end; it was taken to end here" };
    const notes = record.notes.slice(noteFrom, noteTo);
    parts.push({
      line,
      raw: text,
      fields: fields.slice(from, to).map((field) => ({ ...field, at: field.at - start })),
      notes: parts.length === 0 ? notes : [missingEnd, ...notes],
      ...(broken === undefined || end < raw.length ? {} : { broken }),
    });
    line = lineAfter;
    noteFrom = noteTo;
  }
  return parts;
}

/** Where the contact that begins at a field ends: the index of the next one's first field. */
function nextContact(fields: readonly AdifField[], from: number): number {
  let call = 0;
  let date = 0;
  for (let index = from; index < fields.length; index++) {
    const { name } = fields[index]!;
    const again = name === fields[from]!.name || (name === "CALL" && call > 0) || (name === "QSO_DATE" && date > 0);
    if (again && index > from && call > 0 && date > 0) return index;
    if (name === "CALL") call++;
    if (name === "QSO_DATE") date++;
  }
  return fields.length;
}

function times(fields: readonly AdifField[], name: string): number {
  let count = 0;
  for (const field of fields) if (field.name === name) count++;
  return count;
}

/** A field's name in upper case; "" where it is none. Names come again and again, so they are remembered. */
function nameOf(raw: string): string {
  let name = upperNames.get(raw);
  if (name === undefined) {
    name = /^\s*[A-Za-z0-9_]/.test(raw) && !NO_TAG.test(raw) ? raw.trim().toUpperCase() : "";
    if (upperNames.size < 5000) upperNames.set(raw, name);
  }
  return name;
}

/** The number of at most nine digits between two places of a tag, which may have spaces around it; -1 for anything else. */
function lengthOf(tag: string, from: number, to: number): number {
  let start = from;
  let end = to;
  while (start < end && tag.charCodeAt(start) === 32) start++;
  while (end > start && tag.charCodeAt(end - 1) === 32) end--;
  if (start === end || end - start > 9) return -1;
  let length = 0;
  for (let place = start; place < end; place++) {
    const digit = tag.charCodeAt(place) - 48;
    if (digit < 0 || digit > 9) return -1;
    length = length * 10 + digit;
  }
  return length;
}

function headerFrom(fields: readonly AdifField[]): AdifHeader {
  const valueOf = (name: string) => fields.find((field) => field.name === name)?.value ?? null;
  return {
    version: valueOf("ADIF_VER"),
    program: valueOf("PROGRAMID"),
    userDefined: new Map(
      fields
        .filter((field) => field.name.startsWith("USERDEF"))
        .map((field) => userDefinedField(field.value, field.type)),
    ),
  };
}
