import type { ReadLine } from "@/core/signal";
import type { BandEntry } from "../airwaves/bandEntries";

/** Where a line of text is read: enough to place it. */
export type TextPlace = Pick<ReadLine, "id" | "hertz">;

/** A name this near is that of who is read, Hz. */
const SAME_HZ = 150;
/** After all that have a name. */
const RANK = -2;

/**
 * The names of a band with the text that is read at each: a line where nobody stands has a place of its own.
 *
 * @returns what stands there by frequency, and by its key the number of its line
 */
export function besideNames(
  entries: readonly BandEntry[],
  lines: readonly TextPlace[],
): { readonly entries: readonly BandEntry[]; readonly texts: ReadonlyMap<string, number> } {
  const texts = new Map<string, number>();
  const own: BandEntry[] = [];
  for (const { id, hertz } of lines) {
    const far = (entry: BandEntry) => Math.abs(entry.hertz - hertz);
    // Who is read there rather than who is said to be there.
    const unread = (entry: BandEntry) => Number(entry.by !== "read");
    const near = entries
      .filter((entry) => far(entry) <= SAME_HZ && !texts.has(entry.key))
      .sort((one, other) => unread(one) - unread(other) || far(one) - far(other) || other.rank - one.rank)[0];
    if (near !== undefined) {
      texts.set(near.key, id);
      continue;
    }
    const key = `line ${id}`;
    texts.set(key, id);
    own.push({ key, hertz, text: "", by: "read", spot: null, age: "new", rank: RANK, duplicate: false, isOwn: false });
  }
  if (own.length === 0) return { entries, texts };
  return { entries: [...entries, ...own].sort((one, other) => one.hertz - other.hertz), texts };
}
