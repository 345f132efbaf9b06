import { latin1 } from "./bytes";

const encoder = new TextEncoder();

/** Which way round a file of two-byte characters is, by how it begins; null where it is none. */
export function utf16Order(head: string): "little" | "big" | null {
  if (head.startsWith("\u00ff\u00fe") || head.startsWith("<\u0000")) return "little";
  if (head.startsWith("\u00fe\u00ff") || head.startsWith("\u0000<")) return "big";
  return null;
}

/** Turns pieces of UTF-16 into pieces of UTF-8, both as text of one character a byte, wherever they are cut. */
export function utf16ToUtf8(order: "little" | "big"): (piece: string) => string {
  const high = order === "little" ? 1 : 0;
  let held = "";
  let surrogate = "";
  return (piece) => {
    const bytes = held + piece;
    const whole = bytes.length - (bytes.length % 2);
    held = bytes.slice(whole);
    let text = surrogate;
    for (let at = 0; at < whole; at += 2) {
      text += String.fromCharCode((bytes.charCodeAt(at + high) << 8) | bytes.charCodeAt(at + 1 - high));
    }
    const cut = /[\ud800-\udbff]$/.test(text) ? text.length - 1 : text.length;
    surrogate = text.slice(cut);
    return latin1(encoder.encode(text.slice(0, cut)));
  };
}
