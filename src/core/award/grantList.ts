import { bandByName, modeGroup, type ModeGroup, parseMode } from "../band";
import { cleanCall, parseCallsign } from "../callsign";

/** A line of a list of grants: the contact that it speaks of, or why it speaks of none. */
export type GrantLine = { readonly line: number; readonly text: string } & (
  | {
      readonly ok: true;
      readonly call: string;
      /** UTC. */
      readonly day: string;
      readonly band: string;
      readonly modeGroup: ModeGroup | null;
    }
  | { readonly ok: false; readonly why: string }
);

const MODE_WORDS: Readonly<Record<string, ModeGroup>> = {
  PHONE: "voice",
  PH: "voice",
  VOICE: "voice",
  DATA: "digital",
  DIGITAL: "digital",
};

/**
 * Reads lines of call, day, band and mode, in any order, with blanks, commas, semicolons or tabs between them; a line
 * without a mode speaks of whichever. Empty lines and those that begin with # say nothing.
 */
export function readGrantList(text: string): GrantLine[] {
  return text.split(/\r?\n/).flatMap((typed, index): GrantLine[] => {
    const line = { line: index + 1, text: typed.trim() };
    if (line.text === "" || line.text.startsWith("#")) return [];
    return [{ ...line, ...readLine(line.text) }];
  });
}

type Read =
  { ok: true; call: string; day: string; band: string; modeGroup: ModeGroup | null } | { ok: false; why: string };

function readLine(text: string): Read {
  let call: string | null = null;
  let day: string | null = null;
  let band: string | null = null;
  let group: ModeGroup | null = null;
  // "20 m" is one word.
  for (const word of text.replace(/(\d)\s+(c?m)\b/gi, "$1$2").split(/[\s,;]+/)) {
    const upper = word.toUpperCase();
    const asDay = dayOf(word);
    const asBand = bandByName(word);
    if (word === "") continue;
    else if (asDay !== null) day = asDay;
    else if (asBand !== undefined) band = asBand.name;
    else if (MODE_WORDS[upper] !== undefined) group = MODE_WORDS[upper];
    else if (parseMode(word) !== null) group = modeGroup(parseMode(word)!.mode);
    else if (parseCallsign(word).ok && call === null) call = cleanCall(word);
    else return { ok: false, why: `"${word}" is no call, day, band or mode` };
  }
  if (call === null) return { ok: false, why: "a call is missing" };
  if (day === null) return { ok: false, why: "a day is missing: write it as in 2019-05-31" };
  if (band === null) return { ok: false, why: "a band is missing: write it as in 20m" };
  return { ok: true, call, day, band, modeGroup: group };
}

/** A day as 2019-05-31 or 20190531; null where it is none. */
function dayOf(word: string): string | null {
  const [, year, month, day] = /^(\d{4})-?(\d{2})-?(\d{2})$/.exec(word) ?? [];
  if (year === undefined) return null;
  const text = `${year}-${month}-${day}`;
  const at = new Date(`${text}T00:00:00Z`);
  return Number.isNaN(at.getTime()) || !at.toISOString().startsWith(text) ? null : text;
}
