/**
 * Samples of sixteen bits, the lower byte first, as numbers from -1 to 1; what is left of a sample at the end is passed
 * over.
 */
export function samplesOf16(bytes: Uint8Array): Float32Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  return Float32Array.from({ length: bytes.length >> 1 }, (_, at) => view.getInt16(at * 2, true) / 32_768);
}

/** I in the place of Q, and Q in the place of I, which turns the picture round. */
export function swapped(pairs: Float32Array): Float32Array {
  return pairs.map((_, at) => pairs[at ^ 1]!);
}
