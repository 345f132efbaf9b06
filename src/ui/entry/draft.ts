import type { Logbook } from "@/core/contract";
import { bandByName, bandOfFrequency, defaultReport, parseFrequency, parseMode } from "@/core/band";
import { type ContactInput, type Fault, isoOf, LINE_FIELDS, type Moment } from "@/core/contact";
import { readField } from "../log/contactForm";
import type { LoggedSetting, RadioSetting } from "../shell/radioStore";

/** Fields of the entry line that are always there. */
export const LINE_KEYS = ["call", "reportSent", "reportReceived", "name", "place", "grid", "comment"] as const;
type LineKey = (typeof LINE_KEYS)[number];

/** ADIF fields that have no column, and a place in the entry line all the same. */
export const EQUIPMENT = [
  { key: "RIG", label: "Their rig" },
  { key: "MY_RIG", label: "Our rig" },
] as const;

/** What stands in the entry line, as typed. */
export interface Draft extends Readonly<Record<LineKey, string>> {
  /** What stands in the unfolded part, by the fact's key or the ADIF field's name. */
  readonly more: Readonly<Record<string, string>>;
  /** Another site than the logbook's, for this contact. */
  readonly siteId: number | null;
  /** Keys of the fields that stay for the next contact. */
  readonly held: readonly string[];
  /** Day and time of a contact that is entered after the fact; null for now. */
  readonly past: Moment | null;
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
  more: {},
  siteId: null,
  held: [],
  past: null,
  startedAt: null,
};

/** Facts offered from an earlier contact; what is typed wins. */
export type Offered = { readonly [Key in "name" | "place" | "grid"]?: string | undefined };

export function valueIn(draft: Draft, key: string): string {
  return isLineKey(key) ? draft[key] : (draft.more[key] ?? "");
}

export function withValue(draft: Draft, key: string, value: string): Draft {
  return isLineKey(key) ? { ...draft, [key]: value } : { ...draft, more: { ...draft.more, [key]: value } };
}

function isLineKey(key: string): key is LineKey {
  return (LINE_KEYS as readonly string[]).includes(key);
}

export function withHeldTurned(draft: Draft, key: string): Draft {
  const held = draft.held.includes(key) ? draft.held.filter((one) => one !== key) : [...draft.held, key];
  return { ...draft, held };
}

/** Whether nothing is typed but what is held. */
export function isEmpty(draft: Draft): boolean {
  const keys = [...LINE_KEYS, ...Object.keys(draft.more)].filter((key) => !draft.held.includes(key));
  return keys.every((key) => valueIn(draft, key) === "");
}

/** What stands in the entry line when a contact was logged or cleared: what is held, the day and the time. */
export function emptied(draft: Draft): Draft {
  let next: Draft = { ...EMPTY_DRAFT, held: draft.held, past: draft.past };
  if (draft.held.includes("siteId")) next = { ...next, siteId: draft.siteId };
  for (const key of draft.held) if (key !== "siteId") next = withValue(next, key, valueIn(draft, key));
  return next;
}

/** As `emptied`, after logging: a held serial counts on. */
export function afterLogging(draft: Draft): Draft {
  const next = emptied(draft);
  const serial = valueIn(next, "serialSent");
  return /^\d+$/.test(serial)
    ? withValue(next, "serialSent", String(Number(serial) + 1).padStart(serial.length, "0"))
    : next;
}

/** The contact that Enter would log now, and what is wrong in the unfolded part. */
export function contactFrom(
  draft: Draft,
  offered: Offered,
  radio: LoggedSetting,
  now: string,
  reports: Logbook["reports"] = {},
): { readonly input: ContactInput; readonly faults: readonly Fault[] } {
  const report = (typed: string) => typed || defaultReport(radio.mode, radio.submode, reports) || null;
  const faults: Fault[] = [];
  const more: Record<string, unknown> = {};
  for (const { fields } of LINE_FIELDS) {
    for (const field of fields) {
      const typed = valueIn(draft, field.key).trim();
      if (typed === "") continue;
      const read = readField(field, typed);
      if ("fault" in read) faults.push({ field: field.key, text: read.fault });
      else more[field.key] = read.value;
    }
  }
  const extra = EQUIPMENT.map(({ key }) => ({ name: key, value: valueIn(draft, key).trim() }));
  const past = draft.past === null ? null : isoOf(draft.past);
  return {
    faults,
    input: {
      call: draft.call,
      startedAt: past ?? draft.startedAt ?? now,
      endedAt: past ?? now,
      band: radio.band,
      frequencyHz: radio.frequencyHz,
      ...(radio.frequencyReceivedHz === undefined ? {} : { frequencyReceivedHz: radio.frequencyReceivedHz }),
      ...(radio.power === undefined ? {} : { power: radio.power }),
      mode: radio.mode,
      submode: radio.submode,
      reportSent: report(draft.reportSent),
      reportReceived: report(draft.reportReceived),
      name: draft.name || offered.name || null,
      place: draft.place || offered.place || null,
      grid: draft.grid || offered.grid || null,
      comment: draft.comment || null,
      siteId: draft.siteId,
      extra: extra.filter(({ value }) => value !== ""),
      ...more,
    },
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
