/** Telnet's own orders, of three bytes each or of a stretch between two, are none of the text; nor are bells. */
const ORDERS = /\xff(?:[\xfb-\xfe][\s\S]|\xfa[\s\S]*?\xff\xf0|[\xf0-\xf9])/g;
const UNENDED_ORDER = /\xff(?:[\xfb-\xfe]|\xfa[\s\S]{0,200})?$/;
const SIGNS = /[\x00-\x08\x0b\x0c\x0e-\x1f]/g;

interface LinesRead {
  /** Whole lines, a character a byte. */
  readonly lines: readonly string[];
  /** What has come of the next one. */
  readonly rest: string;
  /** It is longer than any line is. */
  readonly isEndless: boolean;
}

/** Reads lines from pieces of bytes, in whatever pieces they come. */
export function lineReader(longest: number): (piece: Buffer) => LinesRead {
  let raw = "";
  return (piece) => {
    raw = (raw + piece.toString("latin1")).replace(ORDERS, "");
    const unended = UNENDED_ORDER.exec(raw)?.[0] ?? "";
    const text = raw.slice(0, raw.length - unended.length).replace(SIGNS, "");
    const lines = text.split(/\r\n|\n|\r/);
    const rest = lines.pop() ?? "";
    raw = rest + unended;
    return { lines, rest, isEndless: rest.length > longest };
  };
}
