import type { Logbook } from "@/core/contract";

const LIST = new Intl.ListFormat("en");

type Named = Pick<Logbook, "id" | "name" | "countsWith">;

/** "counted together with Portable and Old call"; null for a logbook that counts by itself. */
export function countsWithText(logbook: Named, logbooks: readonly Named[]): string | null {
  const names = namesOf(logbook.countsWith, logbooks);
  return names.length === 0 ? null : `counted together with ${LIST.format(names)}`;
}

/** With whom a logbook can count: each of the others, with those that count with it already. */
export function groupsBeside(
  logbook: Named,
  logbooks: readonly Named[],
): { readonly ids: string; readonly text: string }[] {
  const groups = new Map<string, string>();
  for (const one of logbooks) {
    if (one.id === logbook.id) continue;
    const ids = [one.id, ...one.countsWith].filter((id) => id !== logbook.id);
    groups.set(idsText(ids), LIST.format(namesOf(ids, logbooks)));
  }
  return [...groups].map(([ids, text]) => ({ ids, text }));
}

/** The others as a form has them. */
export function idsText(ids: readonly number[]): string {
  return [...ids].sort((a, b) => a - b).join(" ");
}

export function idsFrom(text: string): number[] {
  return text.split(" ").filter(Boolean).map(Number);
}

function namesOf(ids: readonly number[], logbooks: readonly Named[]): string[] {
  return logbooks.filter(({ id }) => ids.includes(id)).map(({ name }) => name);
}
