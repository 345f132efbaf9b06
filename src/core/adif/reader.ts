import { adxReader } from "./adx";
import { latin1 } from "./bytes";
import { adiReader } from "./readAdi";
import type { AdifReader, AdifRecord } from "./record";
import { utf16Order, utf16ToUtf8 } from "./utf16";

/** Enough to see past a byte order mark and white space. */
const ENOUGH = 64;
const XML = /^(?:\u00ef\u00bb\u00bf)?\s*<(?:\?xml|adx[\s>])/i;

/**
 * Reads either form of the standard as a stream: XML is ADX, everything else is taken for ADI. A file of two-byte
 * characters is read as the UTF-8 it should have been, and its first record says so.
 */
export function adifReader(): AdifReader {
  let held = "";
  let reader: AdifReader | null = null;
  let convert: ((piece: string) => string) | null = null;
  let untold = false;

  function begin(): AdifRecord[] {
    const order = utf16Order(held);
    if (order !== null) {
      convert = utf16ToUtf8(order);
      held = convert(held);
      untold = true;
    }
    reader = XML.test(held) ? adxReader() : adiReader();
    return told(reader.push(held));
  }

  function told(records: AdifRecord[]): AdifRecord[] {
    const [first, ...others] = records;
    if (!untold || first === undefined) return records;
    untold = false;
    const note = { line: first.line, field: "", text: "the file is in UTF-16; it was read as if it were in UTF-8" };
    return [{ ...first, notes: [note, ...first.notes] }, ...others];
  }

  return {
    push(piece) {
      const text = typeof piece === "string" ? piece : latin1(piece);
      if (reader !== null) return told(reader.push(convert === null ? text : convert(text)));
      held += text;
      return held.length < ENOUGH ? [] : begin();
    },
    finish() {
      const first = reader === null ? begin() : [];
      return [...first, ...told(reader!.finish())];
    },
    get header() {
      return (reader ?? adiReader()).header;
    },
    get problem() {
      return reader?.problem ?? null;
    },
  };
}
