import { SaxesParser, type SaxesTagPlain } from "saxes";
import type { ContactFacts } from "../contact";
import { bytesOf, latin1 } from "./bytes";
import {
  ADIF_VERSION,
  type AdifField,
  type AdifHeader,
  type AdifReader,
  type AdifRecord,
  NO_HEADER,
  userDefinedField,
  type UserDefinedType,
} from "./record";
import { fieldsOf, type UserDefinedField } from "./write";

/** What has no end must not fill the memory: a record beyond this is refused, a text beyond it ends the reading. */
const LARGEST_RECORD = 1_000_000;
const DEEPEST = 16;
const MOST_USER_DEFINED = 10_000;
/** The first line of an XML file, which may name its encoding. */
const DECLARATION = /^(?:\u00ef\u00bb\u00bf)?\s*<\?xml[^>]*?\sencoding\s*=\s*["']([A-Za-z0-9._-]+)["']/;
const LONGEST_DECLARATION = 300;

/**
 * Reads ADX, the standard's XML form, as a stream. A field of a program, `<APP PROGRAMID="X" FIELDNAME="Y">`, is
 * called APP_X_Y, as it is in ADI; a user-defined one by its name.
 */
export function adxReader(): AdifReader {
  let decoder: TextDecoder | null = null;
  /** The beginning, as long as it may be part of the first line. */
  let beginning = "";
  const parser = new SaxesParser({ xmlns: false, position: true });
  let records: AdifRecord[] = [];
  let fields: AdifField[] | null = null;
  let line = 1;
  let field: { name: string; type: string | undefined; values: string | undefined } | null = null;
  let text = "";
  let inHeader = false;
  let seen = false;
  let header: AdifHeader = NO_HEADER;
  let problem: string | null = null;
  let depth = 0;
  let recordAt = 0;
  /** How much was read since anything came of it. */
  let silent = 0;
  const userDefined = new Map<string, UserDefinedType>();

  parser.on("error", (error) => {
    problem ??= `the XML is broken: ${error.message}`;
  });
  parser.on("opentag", (tag) => {
    silent = 0;
    if (++depth > DEEPEST) problem ??= "the XML is nested deeper than ADX is";
    const name = tag.name.toUpperCase();
    if (name === "ADX") seen = true;
    else if (name === "HEADER") inHeader = true;
    else if (name === "RECORD") {
      fields = [];
      recordAt = parser.position;
      line = parser.line;
    } else if (fields !== null || inHeader) {
      const values = attribute(tag, "RANGE") ?? attribute(tag, "ENUM");
      field = { name: fieldName(name, tag), type: attribute(tag, "TYPE"), values };
      text = "";
    }
  });
  parser.on("text", (piece) => (text += piece));
  parser.on("cdata", (piece) => (text += piece));
  parser.on("closetag", ({ name: tagName }) => {
    silent = 0;
    depth--;
    const name = tagName.toUpperCase();
    const isTooLarge = fields !== null && parser.position - recordAt > LARGEST_RECORD;
    if (name === "HEADER") inHeader = false;
    else if (name === "RECORD" && fields !== null) {
      const broken = isTooLarge ? { broken: "the record is larger than 1 MB; it was passed over" } : {};
      records.push({ line, raw: rawOf(fields), fields, notes: [], ...broken });
      fields = null;
    } else if (field !== null) {
      if (fields !== null) {
        if (isTooLarge) fields = [];
        else fields.push({ name: field.name, type: field.type, value: text, at: 0 });
      } else if (name === "USERDEF" && userDefined.size < MOST_USER_DEFINED) {
        const [of, said] = userDefinedField(text, field.type?.toUpperCase());
        userDefined.set(of, { ...said, values: field.values ?? said.values });
      } else if (name === "ADIF_VER") header = { ...header, version: text };
      else if (name === "PROGRAMID") header = { ...header, program: text };
      field = null;
    }
  });

  /** A piece of the file in the encoding that its first line names; UTF-8 where it names none. */
  function decoded(piece: string, ended: boolean): string {
    if (decoder !== null) return decoder.decode(bytesOf(piece), { stream: !ended });
    beginning += piece;
    if (!ended && beginning.length < LONGEST_DECLARATION && !beginning.includes(">")) return "";
    const [, name = "utf-8"] = DECLARATION.exec(beginning) ?? [];
    try {
      // Two-byte characters were made UTF-8 before, whatever is said of them here.
      decoder = new TextDecoder(/^utf-?16|^ucs-?2/i.test(name) ? "utf-8" : name);
    } catch {
      problem ??= `the file says that its encoding is "${name}", which is not known: save it in UTF-8`;
      decoder = new TextDecoder("utf-8");
    }
    return decoder.decode(bytesOf(beginning), { stream: !ended });
  }

  function take(piece: string): AdifRecord[] {
    records = [];
    if (problem === null) parser.write(piece);
    silent += piece.length;
    if (silent > LARGEST_RECORD) problem ??= `from line ${parser.line} on there are no elements any more`;
    header = { ...header, userDefined };
    return records;
  }

  return {
    push: (piece) => take(decoded(typeof piece === "string" ? piece : latin1(piece), false)),
    finish() {
      const last = take(decoded("", true));
      if (problem === null) parser.close();
      if (problem === null && !seen) problem = "there is no ADX element in this file: is it the right file?";
      if (fields !== null)
        last.push({ line, raw: rawOf(fields), fields, notes: [], broken: "the file ends in the middle of a record" });
      fields = null;
      return last;
    },
    get header() {
      return header;
    },
    get problem() {
      return problem;
    },
  };
}

function fieldName(name: string, tag: SaxesTagPlain): string {
  const given = attribute(tag, "FIELDNAME")?.toUpperCase() ?? "";
  if (name === "APP") return `APP_${attribute(tag, "PROGRAMID")?.toUpperCase() ?? ""}_${given}`;
  return name === "USERDEF" && given !== "" ? given : name;
}

function attribute(tag: SaxesTagPlain, name: string): string | undefined {
  return Object.entries(tag.attributes).find(([key]) => key.toUpperCase() === name)?.[1];
}

/** An ADX record has no bytes of its own that stand alone; refused ones are given back as ADI, one character a byte. */
function rawOf(fields: readonly AdifField[]): string {
  const encoder = new TextEncoder();
  const latin = (value: string) => Array.from(encoder.encode(value), (byte) => String.fromCharCode(byte)).join("");
  return `${fields.map(({ name, value }) => `<${name}:${encoder.encode(value).length}>${latin(value)} `).join("")}<EOR>\r\n`;
}

/** The beginning of a file; see `adiHeader` for the parameters. */
export function adxHeader(
  program: { name: string; version: string },
  userDefined: readonly UserDefinedField[],
  now: number,
): string {
  const stamp = new Date(now * 1000).toISOString().replace(/[-:]/g, "").slice(0, 15).replace("T", " ");
  const defined = userDefined
    .map(
      ({ name, type, values = "" }, index) =>
        `<USERDEF FIELDID="${index + 1}" TYPE="${escaped(type ?? "S")}"${valuesAttribute(values)}>${escaped(name)}</USERDEF>`,
    )
    .join("");
  return [
    `<?xml version="1.0" encoding="UTF-8"?>\n<ADX>\n<HEADER>`,
    `<ADIF_VER>${ADIF_VERSION}</ADIF_VER><CREATED_TIMESTAMP>${stamp}</CREATED_TIMESTAMP>`,
    `<PROGRAMID>${escaped(program.name)}</PROGRAMID><PROGRAMVERSION>${escaped(program.version)}</PROGRAMVERSION>`,
    `${defined}</HEADER>\n<RECORDS>\n`,
  ].join("");
}

/** A range has a colon between two numbers, an enumeration commas. */
function valuesAttribute(values: string): string {
  if (values === "") return "";
  return ` ${/^\{[^:,]*:[^:,]*\}$/.test(values) ? "RANGE" : "ENUM"}="${escaped(values)}"`;
}

export const ADX_FOOTER = "</RECORDS>\n</ADX>\n";

/** One contact as a record of ADX. */
export function adxRecord(contact: ContactFacts): string {
  return `<RECORD>${fieldsOf(contact, "ADX")
    .map(({ name, value, type, userDefined }) => {
      const [, program, field] = /^APP_([^_]+)_(.+)$/.exec(name) ?? [];
      if (program !== undefined) {
        return `<APP PROGRAMID="${escaped(program)}" FIELDNAME="${escaped(field!)}" TYPE="${escaped(type ?? "S")}">${escaped(value)}</APP>`;
      }
      if (userDefined || !/^[A-Z][A-Z0-9_]*$/.test(name))
        return `<USERDEF FIELDNAME="${escaped(name)}">${escaped(value)}</USERDEF>`;
      return `<${name}>${escaped(value)}</${name}>`;
    })
    .join("")}</RECORD>\n`;
}

const ESCAPES: Readonly<Record<string, string>> = {
  "&": "&amp;",
  "<": "&lt;",
  ">": "&gt;",
  '"': "&quot;",
  "\r": "&#13;",
};

/** Text for XML; control characters that XML cannot hold become spaces. */
function escaped(text: string): string {
  return text
    .replace(/[\x00-\x08\x0b\x0c\x0e-\x1f\ufffe\uffff]/g, " ")
    .replace(/[&<>"\r]/g, (character) => ESCAPES[character]!);
}
