import { adxReader } from "./adx";
import { latin1 } from "./bytes";
import { adiReader } from "./readAdi";
import type { AdifReader } from "./record";

/** Enough to see past a byte order mark and white space. */
const ENOUGH = 64;

/** Reads either form of the standard as a stream: XML is ADX, everything else is taken for ADI. */
export function adifReader(): AdifReader {
  let held = "";
  let reader: AdifReader | null = null;

  function choose(): AdifReader {
    const isXml = /^(?:\u00ef\u00bb\u00bf)?\s*<(?:\?xml|adx[\s>])/i.test(held);
    reader = isXml ? adxReader() : adiReader();
    return reader;
  }

  return {
    push(piece) {
      if (reader !== null) return reader.push(piece);
      held += typeof piece === "string" ? piece : latin1(piece);
      return held.length < ENOUGH ? [] : choose().push(held);
    },
    finish() {
      if (reader !== null) return reader.finish();
      const first = choose().push(held);
      return [...first, ...reader!.finish()];
    },
    get header() {
      return (reader ?? adiReader()).header;
    },
    get problem() {
      return reader?.problem ?? null;
    },
  };
}
