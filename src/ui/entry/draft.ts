import { parseFrequency, parseMode, bandByName, bandOfFrequency, defaultReport } from "@/core/band";
import type { ContactInput } from "@/core/contact";
import type { RadioSetting } from "../shell/radio";

/** What stands in the entry line, as typed. */
export interface Draft {
  readonly call: string;
  readonly reportSent: string;
  readonly reportReceived: string;
  readonly name: string;
  readonly place: string;
  readonly grid: string;
  readonly comment: string;
  /** When the first key of the call was down, ISO; null before it. */
  readonly startedAt: string | null;
}

export const EMPTY_DRAFT: Draft = {
  call: "",
  reportSent: "",
  reportReceived: "",
  name: "",
  place: "",
  grid: "",
  comment: "",
  startedAt: null,
};

/** Facts offered from an earlier contact; what is typed wins. */
export type Offered = Partial<Pick<Draft, "name" | "place" | "grid">>;

export function isEmpty(draft: Draft): boolean {
  return Object.values(draft).every((value) => value === "" || value === null);
}

/** The contact that Enter would log now. */
export function contactFrom(draft: Draft, offered: Offered, radio: RadioSetting, now: string): ContactInput {
  const report = (typed: string) => typed || defaultReport(radio.mode, radio.submode) || null;
  return {
    call: draft.call,
    startedAt: draft.startedAt ?? now,
    endedAt: now,
    band: radio.band,
    frequencyHz: radio.frequencyHz,
    mode: radio.mode,
    submode: radio.submode,
    reportSent: report(draft.reportSent),
    reportReceived: report(draft.reportReceived),
    name: draft.name || offered.name || null,
    place: draft.place || offered.place || null,
    grid: draft.grid || offered.grid || null,
    comment: draft.comment || null,
  };
}

/** What a text in the call field changes on the radio, when it is a frequency, a band or a mode and no call. */
export function radioChangeFrom(text: string): Partial<RadioSetting> | null {
  const cleaned = text.trim();
  const band = bandByName(cleaned.replace(/\s/g, ""));
  if (band !== undefined) return { band: band.name, frequencyHz: null };
  const mode = cleaned === "" ? null : parseMode(cleaned);
  if (mode !== null) return mode;
  const frequencyHz = parseFrequency(cleaned);
  const byFrequency = frequencyHz === null ? undefined : bandOfFrequency(frequencyHz);
  return byFrequency === undefined ? null : { frequencyHz, band: byFrequency.name };
}
