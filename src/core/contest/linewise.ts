import { type AdifReader, type AdifRecord, latin1, NO_HEADER } from "../adif";
import { LONGEST_LINE } from "../cabrillo";

/** Of a line that cannot be used so much is kept. */
const BEGINNING = 200;

/** A reader of a file of lines, that makes records of them. A line is one character a byte (Latin-1). */
export function linewise(take: (line: string) => AdifRecord[]): AdifReader {
  let rest = "";
  let begun = false;
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

/** A record that cannot be used, as it came: what was refused can be mended and imported again. */
export function brokenLine(line: number, raw: string, text: string): AdifRecord {
  const came = raw.length > LONGEST_LINE ? raw.slice(0, BEGINNING) : raw;
  return { line, raw: `${came}\n`, fields: [], notes: [], broken: text };
}

/** A record of values by the names of their fields; what is empty is left out. */
export function recordOfValues(
  line: number,
  values: Readonly<Record<string, string | number | null | undefined>>,
): Pick<AdifRecord, "line" | "raw" | "fields"> {
  const fields = Object.entries(values).flatMap(([name, value]) =>
    value === null || value === undefined || value === "" ? [] : [{ name, value: String(value), at: 0 }],
  );
  return {
    line,
    raw: fields.map(({ name, value }) => `<${name}:${value.length}>${value}`).join("") + "<EOR>\n",
    fields,
  };
}

/** A time of a contact in the form of the ADIF standard, to the minute. Seconds since 1970 UTC. */
export function minuteFields(startedAt: number): { readonly QSO_DATE: string; readonly TIME_ON: string } {
  const time = new Date(startedAt * 1000).toISOString();
  return { QSO_DATE: time.slice(0, 10).replace(/-/g, ""), TIME_ON: time.slice(11, 16).replace(":", "") };
}
