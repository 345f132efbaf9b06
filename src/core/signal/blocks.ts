/**
 * What goes over a wire in pieces: a line of JSON that says what comes, its `bytes` among it, and so many bytes. One
 * without bytes is a line alone.
 */
export function blockOf(head: object, bytes?: Uint8Array): Uint8Array {
  const line = new TextEncoder().encode(
    `${JSON.stringify(bytes === undefined ? head : { ...head, bytes: bytes.length })}\n`,
  );
  const block = new Uint8Array(line.length + (bytes?.length ?? 0));
  block.set(line);
  if (bytes !== undefined) block.set(bytes, line.length);
  return block;
}

/** Puts blocks together from the pieces in which they come. */
export interface BlockReader {
  /** @throws {NotBlocks} when what comes is something else; nothing can be read behind it */
  readonly take: (piece: Uint8Array) => void;
}

/** What came is no row of blocks. */
export class NotBlocks extends Error {}

/** A line is no longer, bytes. */
const LONGEST_LINE = 20_000;
const LINE_END = 10;

/**
 * @param take hears of each block; the bytes are its to keep
 * @param most so many bytes has a block at most
 */
export function createBlockReader(take: (head: unknown, bytes: Uint8Array) => void, most: number): BlockReader {
  let line: number[] = [];
  let head: unknown;
  /** Those that are awaited, and how many of them are there; null while a line is read. */
  let bytes: Uint8Array | null = null;
  let filled = 0;

  function endLine(): void {
    const text = new TextDecoder().decode(Uint8Array.from(line));
    line = [];
    head = jsonOf(text);
    const length = (head as { readonly bytes?: unknown } | null)?.bytes ?? 0;
    if (typeof length !== "number" || !Number.isInteger(length) || length < 0 || length > most)
      throw new NotBlocks(`a block has 0 to ${most} bytes`);
    if (length === 0) return take(head, new Uint8Array(0));
    bytes = new Uint8Array(length);
    filled = 0;
  }

  return {
    take(piece) {
      let at = 0;
      while (at < piece.length) {
        if (bytes === null) {
          const byte = piece[at++]!;
          if (byte === LINE_END) endLine();
          else if (line.push(byte) > LONGEST_LINE) throw new NotBlocks("a line is too long");
          continue;
        }
        const part = piece.subarray(at, at + bytes.length - filled);
        bytes.set(part, filled);
        at += part.length;
        filled += part.length;
        if (filled < bytes.length) continue;
        const whole = bytes;
        bytes = null;
        take(head, whole);
      }
    },
  };
}

function jsonOf(text: string): unknown {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new NotBlocks("a line is no JSON");
  }
  if (typeof value !== "object" || value === null) throw new NotBlocks("a line says nothing of a block");
  return value;
}
