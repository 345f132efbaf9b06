import { bandOfFrequency } from "../../src/core/band";
import { reportFor } from "../world/report";

/** What is heard: when it began and how long it lasts in seconds, how far it is over the noise in dB. */
export interface HeardText {
  readonly frequencyHz: number;
  readonly text: string;
  readonly from: number;
  readonly lasts: number;
  readonly over: number;
}

/** A contact that was made; times in seconds since 1970 UTC. */
export interface MadeContact {
  readonly call: string;
  readonly grid: string | null;
  readonly frequencyHz: number;
  readonly startedAt: number;
  readonly endedAt: number;
  readonly reportSent: string;
  readonly reportReceived: string;
}

/** What the companion does on hearing something: sends from a time on, or has made a contact. */
export type Move =
  | { readonly do: "send"; readonly frequencyHz: number; readonly text: string; readonly at: number }
  | { readonly do: "log"; readonly contact: MadeContact };

/** Who does not come back within this is given up, seconds. */
const PATIENCE = 70;
const SLOT = 15;

interface Partner {
  readonly call: string;
  readonly grid: string | null;
  readonly frequencyHz: number;
  readonly startedAt: number;
  readonly reportSent: string;
  reportReceived: string | null;
  until: number;
}

/** A digital-mode program that answers whoever calls, one after the other, and works each once a band. */
export function createCompanion(call: string, grid: string): (heard: HeardText) => Move | null {
  const worked = new Set<string>();
  let partner: Partner | null = null;
  const ours = grid.slice(0, 4);

  return (heard) => {
    const { text, frequencyHz, from, lasts, over } = heard;
    const now = from + lasts;
    const at = Math.ceil(now / SLOT) * SLOT;
    if (partner !== null && now > partner.until) partner = null;
    const [first = "", second = "", third = ""] = text.split(" ");
    if (partner === null) {
      const band = bandOfFrequency(frequencyHz)?.name ?? "";
      if (first !== "CQ" || second === "" || worked.has(`${second} ${band}`)) return null;
      const reportSent = reportFor(over, "FT8");
      const theirs = /^[A-R]{2}\d\d$/.test(third) ? third : null;
      partner = {
        call: second,
        grid: theirs,
        frequencyHz,
        startedAt: at,
        reportSent,
        reportReceived: null,
        until: at + PATIENCE,
      };
      return { do: "send", frequencyHz, text: `${second} ${call} ${ours}`, at };
    }
    if (first !== call || second !== partner.call) return null;
    if (/^[-+]\d\d$/.test(third)) {
      partner.reportReceived = third;
      partner.until = at + PATIENCE;
      return { do: "send", frequencyHz, text: `${partner.call} ${call} R${partner.reportSent}`, at };
    }
    if (third !== "RR73" || partner.reportReceived === null) return null;
    const { until: _until, reportReceived, ...made } = partner;
    worked.add(`${made.call} ${bandOfFrequency(made.frequencyHz)?.name ?? ""}`);
    partner = null;
    return { do: "log", contact: { ...made, reportReceived, endedAt: Math.round(now) } };
  };
}
