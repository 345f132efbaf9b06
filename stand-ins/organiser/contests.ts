/** What a word of an exchange can be, by the organiser's own rules. */
const FORMS = {
  report: /^[1-5][1-9]{1,2}$/,
  serial: /^\d{1,5}$/,
  zone: /^(0?[1-9]|[1-3]\d|40)$/,
  class: /^[1-9]\d?[A-F]$/,
  section: /^[A-Z]{2,3}$/,
  year: /^(1[89]|2[0-2])\d{2}$/,
  name: /^\p{L}[\p{L}'.-]*$/u,
  state: /^[A-Z]{1,3}$/,
  where: /^([A-Z]{2}|0?[1-9]|[1-3]\d|40)$/,
  grid: /^[A-R]{2}\d{2}([A-X]{2})?$/,
};
export type Kind = keyof typeof FORMS;

/** Stations that send their state in the Camalote RTTY Night, by their prefixes: those of five countries. */
const WITH_STATE =
  /^(?!KH|KL|KP|NH|NL|NP|WH|WL|WP|AH|AL|CY|PY0)([KNW]|A[A-L]|V[AEOY]|L[O-W]|AY|AZ|P[P-Y]|Z[V-Z]|C[V-X])/;

/** What each station sends, in the order of the log's columns; the last of some may be left out. */
const CONTESTS: Readonly<Record<string, (call: string) => readonly Kind[]>> = {
  "SUDESTADA-PREFIX": () => ["report", "serial"],
  "OMBU-ZONE": () => ["report", "zone"],
  "MAREAS-FIELD": () => ["class", "section"],
  "FIRST-WIRE": () => ["report", "year", "name"],
  "CAMALOTE-RTTY": (call) => (WITH_STATE.test(call) ? ["report", "zone", "state"] : ["report", "zone"]),
  "CUCHILLA-MOBILE": () => ["report", "where"],
  "BANADO-GRID": () => ["report", "serial", "grid"],
};
const MAY_BE_LEFT_OUT: readonly Kind[] = ["name"];

/** The columns that a station fills; null of a contest that is not this organiser's. */
export function columnsFor(tag: string, call: string): readonly Kind[] | null {
  return CONTESTS[tag]?.(call) ?? null;
}

/** What is wrong with the words of a column; null when all are what they should be. */
export function wordsFault(columns: readonly Kind[], words: readonly string[]): string | null {
  for (const [index, kind] of columns.entries()) {
    const word = words[index];
    if (word === undefined && MAY_BE_LEFT_OUT.includes(kind)) continue;
    if (word === undefined) return `the ${kind} is missing`;
    if (!FORMS[kind].test(word)) return `${word} is no ${kind}`;
  }
  const more = words.slice(columns.length);
  // Which transmitter made the contact stands at the end, where a station has several.
  return more.length === 0 || /^[01]$/.test(more.join(" ")) ? null : `${more.join(" ")} is more than is exchanged`;
}
