/** 18402 as "18 402". */
export function count(value: number): string {
  return String(Math.round(value)).replace(/\B(?=(\d{3})+$)/g, "\u2009");
}

/** "1 contact", "12 contacts". */
export function many(value: number, one: string, more = `${one}s`): string {
  return `${count(value)} ${value === 1 ? one : more}`;
}

/** 33.6 degrees as "034°". */
export function bearingText(degrees: number): string {
  return `${String(Math.round(degrees) % 360).padStart(3, "0")}°`;
}

/** 1 234 567 bytes as "1.2 MB". */
export function bytesText(bytes: number): string {
  if (bytes < 1000) return many(bytes, "byte");
  return bytes < 1_000_000 ? `${Math.round(bytes / 1000)} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;
}
