import { gridOf, type Point } from "../../src/core/geo";
import { baudotCodes, keyedName, keyingTime, rttyTime, USUAL_KEYING } from "../../src/core/signal";
import { GROUPS } from "./frequency";
import type { AirMode, Operator } from "./operators";

/** What two stations say to each other, step by step. */
export interface Speech {
  cq(): string;
  call(to: string): string;
  report(to: string, report: string): string;
  answer(to: string, report: string): string;
  thanks(to: string): string;
}

type Speaker = Pick<Operator, "call" | "name"> & { readonly point: Point };

/** What a station says in a mode; reports are what is exchanged, in a contest all of it. */
export function speechOf(speaker: Speaker, mode: AirMode, inContest: boolean): Speech {
  if (!inContest) return talkOf(speaker, mode);
  const { call } = speaker;
  if (GROUPS[mode] === "voice")
    return {
      cq: () => `CQ contest, CQ contest, ${call} ${call} contest`,
      call: () => call,
      report: (to, said) => `${to} you are ${said}`,
      answer: (_, said) => `Roger, ${said}`,
      thanks: () => `Thank you, ${call} contest`,
    };
  return {
    cq: () => `CQ TEST ${call} ${call}`,
    call: () => call,
    report: (to, said) => `${to} ${said}`,
    answer: (_, said) => `R ${said}`,
    thanks: () => `TU ${call}`,
  };
}

/** What is said where something of an exchange was missing. */
export function againIn(mode: AirMode): string {
  return GROUPS[mode] === "voice" ? "Say again?" : "AGN?";
}

function talkOf({ call, name, point }: Speaker, mode: AirMode): Speech {
  const grid = gridOf(point, 4);
  const plain = keyedName(name);
  switch (mode) {
    case "FT8":
      return {
        cq: () => `CQ ${call} ${grid}`,
        call: (to) => `${to} ${call} ${grid}`,
        report: (to, report) => `${to} ${call} ${report}`,
        answer: (to, report) => `${to} ${call} R${report}`,
        thanks: (to) => `${to} ${call} RR73`,
      };
    case "SSB":
    case "FM":
      return {
        cq: () => `CQ CQ CQ this is ${call} ${call} standing by`,
        call: () => `${call} ${call}`,
        report: (to, report) => `${to} good day, you are ${report}${name === null ? "" : `, my name is ${name}`}`,
        answer: (_, report) => `Roger, you are ${report} too${name === null ? "" : `, my name is ${name}`}`,
        thanks: (to) => `${to} thank you, 73, ${call}`,
      };
    case "CW":
    case "RTTY":
      return {
        cq: () => `CQ CQ DE ${call} ${call} K`,
        call: () => `${call} ${call}`,
        report: (to, report) => `${to} GD UR ${report}${plain === "" ? "" : ` NAME ${plain}`} K`,
        answer: (_, report) => `R TU UR ${report}${plain === "" ? "" : ` OP ${plain}`} K`,
        thanks: (to) => `${to} TU 73 DE ${call}`,
      };
  }
}

const SPOKEN_LETTER = 0.075;
/** FT8 goes by the clock: a transmission of 12.64 s from each full quarter of a minute. */
export const FT8_SLOT = 15;
const FT8_LASTS = 12.64;

/** How long a text takes, seconds. */
export function lastsFor(text: string, mode: AirMode, speed: number): number {
  switch (mode) {
    case "CW":
      return keyingTime(text, { ...USUAL_KEYING, speed }) / 1000;
    case "RTTY":
      return rttyTime(baudotCodes(text).length);
    case "SSB":
    case "FM":
      return 0.5 + text.length * SPOKEN_LETTER;
    case "FT8":
      return FT8_LASTS;
  }
}
