import { baseCall, cleanCall, parseCallsign } from "../callsign";
import type { CompleteContact } from "../contact";

type Searched = Pick<CompleteContact, "call" | "baseCall" | "name" | "place" | "comment" | "notes">;

/** The text of a contact that finding looks in, folded: without case and accents. */
export function searchTextOf({ call, baseCall: base, name, place, comment, notes }: Searched): string {
  const parts = [call, base === call ? null : base, name, place, comment, notes];
  return folded(parts.filter((part) => part !== null).join("\n"));
}

/**
 * What to look for: every word must be found. A word that is a whole call stands for its base call, so that all
 * variants of the station are found.
 */
export function searchWords(typed: string): string[] {
  return typed
    .trim()
    .split(/\s+/)
    .filter((word) => word !== "")
    .map((word) => folded(word.includes("/") && parseCallsign(word).ok ? baseCall(cleanCall(word)) : word));
}

function folded(text: string): string {
  const lower = text.toLowerCase();
  // Most of a log is ASCII, for which the costly part has nothing to do.
  return /^[\x00-\x7f]*$/.test(lower) ? lower : lower.normalize("NFD").replace(/\p{M}/gu, "");
}
