import anyAscii from "any-ascii";

const utf8 = new TextDecoder("utf-8", { fatal: true, ignoreBOM: true });
/** What Windows-1252 puts on the bytes 0x80 to 0x9f; where it puts nothing, the byte stands for itself. */
const WINDOWS_1252 = "€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ";
const encoder = new TextEncoder();
const CHUNK = 8192;

/** Bytes as text of one character a byte, so that places in the text are places in the file. */
export function latin1(bytes: Uint8Array): string {
  let text = "";
  for (let start = 0; start < bytes.length; start += CHUNK) {
    // apply, and not a spread: a typed array is handed over whole, without going through its iterator.
    text += String.fromCharCode.apply(null, bytes.subarray(start, start + CHUNK) as unknown as number[]);
  }
  return text;
}

/** The bytes of a text of one character a byte. */
export function bytesOf(latin1Text: string): Uint8Array {
  const bytes = new Uint8Array(latin1Text.length);
  for (let index = 0; index < bytes.length; index++) bytes[index] = latin1Text.charCodeAt(index);
  return bytes;
}

/** A value's bytes as text: UTF-8 where they are that, or else Windows-1252. */
export function decodeText(value: string): string {
  if (!/[\x80-\xff]/.test(value)) return value;
  const bytes = bytesOf(value);
  try {
    return utf8.decode(bytes);
  } catch {
    return value.replace(/[\x80-\x9f]/g, (byte) => WINDOWS_1252[byte.charCodeAt(0) - 0x80]!);
  }
}

/** How many bytes a text has in UTF-8. */
export function byteLength(text: string): number {
  return /[^\x00-\x7f]/.test(text) ? encoder.encode(text).length : text.length;
}

/**
 * The nearest plain ASCII of a text, of other scripts by how they sound, for the fields that can hold nothing else. A
 * letter of which nobody knows how it sounds is left out.
 */
export function foldToAscii(text: string): string {
  if (!/[^\x20-\x7e\r\n]/.test(text)) return text;
  const ascii = anyAscii(text);
  // The package writes "?" for such a letter, as it does for the question marks of other scripts.
  return ascii.includes("?") ? anyAscii(text.replace(/\p{L}/gu, (letter) => anyAscii(letter).replace("?", ""))) : ascii;
}

/** Whether a text is in Latin letters, whose nearest ASCII anybody reads as the same. */
export function isLatin(text: string): boolean {
  return /^[\p{Script=Latin}\p{Script=Common}\p{Script=Inherited}]*$/u.test(text);
}
