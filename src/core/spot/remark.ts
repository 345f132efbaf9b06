import { bandOfFrequency, modeAtDial, type ModeAndSubmode, parseMode, type Region, usualSegments } from "../band";

/** What a remark says besides, as far as it is understood. */
export interface RemarkFacts {
  readonly mode: ModeAndSubmode | null;
  /** Where the station listens, Hz; null where it says of no other frequency. */
  readonly listensHz: number | null;
  /** How far over the noise it was heard, dB, as automatic receivers say. */
  readonly over: number | null;
}

const SHIFT = /\b(UP|DN|DOWN)\s*(\d{1,2}(?:[.,]\d{1,2})?)?(?!\d)/;
const LISTENS = /\b(?:QSX|LSN|RX)\s*(\d{1,6}(?:[.,]\d{1,4})?)/;
/** "Up", and no more: so far, by custom, kHz. */
const CUSTOMARY = { CW: 1, other: 5 } as const;

/** What the words of a remark say, wherever the station is. */
interface Said extends Pick<RemarkFacts, "mode" | "over"> {
  /** How far from where it sends it listens, kHz, up being more. */
  readonly shift: number | null;
  /** The figures of where it listens. */
  readonly listens: string | null;
}

/** Receivers say the same again and again: so many different remarks are remembered. */
const MOST_REMARKS = 5000;
const remarks = new Map<string, Said>();

export function remarkFacts(remark: string, frequencyHz: number): RemarkFacts {
  let said = remarks.get(remark);
  if (said === undefined) {
    if (remarks.size >= MOST_REMARKS) remarks.clear();
    remarks.set(remark, (said = saidIn(remark.toUpperCase())));
  }
  const { mode, over, shift, listens } = said;
  if (shift !== null) return { mode, over, listensHz: frequencyHz + Math.round(shift * 1000) };
  return { mode, over, listensHz: listens === null ? null : listensAt(listens, frequencyHz) };
}

function saidIn(text: string): Said {
  const mode = modeIn(text);
  const over = /(?:^|\s)([-+]?\d{1,2})\s*DB\b/.exec(text)?.[1];
  const [, direction, far] = SHIFT.exec(text) ?? [];
  const custom = mode?.mode === "CW" || mode === null ? CUSTOMARY.CW : CUSTOMARY.other;
  const kilohertz = far === undefined ? custom : Number(far.replace(",", "."));
  return {
    mode,
    over: over === undefined ? null : Number(over),
    shift: direction === undefined ? null : direction === "UP" ? kilohertz : -kilohertz,
    listens: LISTENS.exec(text)?.[1]?.replace(",", ".") ?? null,
  };
}

function modeIn(text: string): ModeAndSubmode | null {
  for (const word of text.split(/[^A-Z0-9-]+/)) {
    // A mode's name has two letters at least: a digit or a letter alone is none.
    const meant = word.length > 1 && /[A-Z]/.test(word) ? parseMode(word) : null;
    if (meant !== null) return meant;
  }
  return null;
}

function listensAt(given: string, frequencyHz: number): number | null {
  const band = bandOfFrequency(frequencyHz)?.name;
  // Written in kHz, in MHz, or as the last figures of the kHz.
  const kilohertz = Math.floor(frequencyHz / 1000);
  const tail = Number(given);
  const lastFigures = 10 ** Math.max(3, Math.floor(tail).toString().length);
  const choices = [tail * 1000, tail * 1e6];
  if (tail >= 10) choices.push((kilohertz - (kilohertz % lastFigures) + tail) * 1000);
  return choices.map(Math.round).find((hertz) => bandOfFrequency(hertz)?.name === band) ?? null;
}

/** The mode that is usual where nothing else says so; null where several are. */
export function usualMode(frequencyHz: number, region: Region): ModeAndSubmode | null {
  const digital = modeAtDial(frequencyHz);
  if (digital !== undefined) return parseMode(digital);
  const groups = new Set(
    usualSegments(region)
      .filter(({ lowHz, highHz }) => frequencyHz >= lowHz && frequencyHz < highHz)
      .flatMap((segment) => segment.groups),
  );
  if (groups.has("voice")) return { mode: "SSB", submode: null };
  if (groups.has("digital")) return { mode: "RTTY", submode: null };
  return groups.has("CW") ? { mode: "CW", submode: null } : null;
}
