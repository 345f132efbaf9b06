import { CHANNEL_NAMES, type Confirmation } from "@/core/confirm";
import { contactFactsSchema, type ContactInput } from "@/core/contact";
import type { StoredContact } from "@/core/contract";
import { entityByCode } from "@/core/entity";

type Kind = "text" | "call" | "number" | "entity" | "kHz" | "watts" | "time" | "long";

/** A fact of a contact as the panel shows it. */
export interface FormField {
  readonly key: Exclude<keyof ContactInput, "confirmations" | "extra" | "pin" | "siteId">;
  readonly label: string;
  readonly kind: Kind;
}

const field = (key: FormField["key"], label: string, kind: Kind = "text"): FormField => ({ key, label, kind });

/** All facts that can be changed by hand, in groups as an operator thinks of them. */
export const FORM_GROUPS: readonly { readonly title: string; readonly fields: readonly FormField[] }[] = [
  {
    title: "Contact",
    fields: [
      field("call", "Call", "call"),
      field("startedAt", "Start, UTC", "time"),
      field("endedAt", "End, UTC", "time"),
      field("band", "Band"),
      field("frequencyHz", "kHz", "kHz"),
      field("mode", "Mode"),
      field("submode", "Submode"),
      field("reportSent", "Report sent"),
      field("reportReceived", "Report received"),
      field("bandReceived", "Band, receiving"),
      field("frequencyReceivedHz", "kHz, receiving", "kHz"),
    ],
  },
  {
    title: "Their side",
    fields: [
      field("name", "Name"),
      field("place", "Place"),
      field("grid", "Grid", "call"),
      field("state", "State or province"),
      field("county", "County"),
      field("entityCode", "Entity", "entity"),
      field("continent", "Continent", "call"),
      field("cqZone", "CQ zone", "number"),
      field("ituZone", "ITU zone", "number"),
      field("island", "Island reference", "call"),
      field("summit", "Summit reference", "call"),
      field("park", "Park references", "call"),
      field("theirPower", "Power, W", "watts"),
    ],
  },
  {
    title: "Our side",
    fields: [
      field("ownCall", "Call on the air", "call"),
      field("operator", "Operator"),
      field("ownGrid", "Grid", "call"),
      field("ownState", "State or province"),
      field("ownCounty", "County"),
      field("ownEntityCode", "Entity", "entity"),
      field("ownCqZone", "CQ zone", "number"),
      field("ownItuZone", "ITU zone", "number"),
      field("power", "Power, W", "watts"),
    ],
  },
  {
    title: "Contest, satellite, propagation",
    fields: [
      field("contestId", "Contest"),
      field("serialSent", "Serial sent", "number"),
      field("serialReceived", "Serial received", "number"),
      field("exchangeSent", "Exchange sent"),
      field("exchangeReceived", "Exchange received"),
      field("propagation", "Propagation mode"),
      field("satellite", "Satellite"),
      field("satelliteMode", "Satellite mode"),
    ],
  },
  { title: "Remarks", fields: [field("comment", "Comment"), field("notes", "Notes", "long")] },
];

const FIELDS = FORM_GROUPS.flatMap((group) => group.fields);
const LABELS = new Map<string, string>([
  ...FIELDS.map(({ key, label }) => [key, label] as const),
  ["confirmations", "Confirmations"],
  ["extra", "Other ADIF fields"],
  ["modeGroup", "Mode group"],
  ["baseCall", "Base call"],
]);

/** What stands in the panel's fields, as text. */
export type Form = Readonly<Record<FormField["key"], string>>;

export function formOf(contact: StoredContact): Form {
  return Object.fromEntries(FIELDS.map((one) => [one.key, shown(contact[one.key], one.kind)])) as Form;
}

function shown(value: string | number | null, kind: Kind): string {
  if (value === null) return "";
  if (kind === "kHz") return String(Number(value) / 1000);
  if (kind === "time") return String(value).replace("T", " ").replace("Z", "");
  return String(value);
}

type Value = string | number | null;
type Read = { readonly value: Value } | { readonly fault: string };

/** Facts that a contact cannot do without. */
const NEEDED = new Set<string>(["call", "startedAt", "mode"]);

/** What a field's text means, or why it means nothing. */
export function readField({ key, kind }: FormField, text: string): Read {
  const typed = text.trim();
  const value = typed === "" && !NEEDED.has(key) ? null : meaning(kind, typed);
  if (typeof value === "object" && value !== null) return value;
  const checked = contactFactsSchema.shape[key].safeParse(value);
  return checked.success ? { value } : { fault: checked.error.issues[0]?.message ?? "this does not fit here" };
}

function meaning(kind: Kind, text: string): Value | { readonly fault: string } {
  switch (kind) {
    case "number":
    case "entity":
      return /^\d+$/.test(text) ? Number(text) : { fault: `"${text}" is no whole number` };
    case "watts": {
      const watts = Number(text.replace(",", "."));
      return Number.isFinite(watts) ? watts : { fault: `"${text}" is no number of watts` };
    }
    case "kHz": {
      const kilohertz = Number(text.replace(/\s/g, "").replace(",", "."));
      return Number.isFinite(kilohertz) ? Math.round(kilohertz * 1000) : { fault: `"${text}" is no frequency in kHz` };
    }
    case "time": {
      const [, day, clock, seconds] = /^(\d{4}-\d\d-\d\d)[ T](\d\d:\d\d)(:\d\d)?Z?$/.exec(text) ?? [];
      return day === undefined
        ? { fault: "a time is written like 2026-11-23 21:40" }
        : `${day}T${clock}${seconds ?? ":00"}Z`;
    }
    case "call":
      return text.toUpperCase();
    default:
      return text;
  }
}

export type Patch = Partial<Record<FormField["key"], Value>>;

/** What the form changes of a contact, and what is wrong in it, by field. */
export function changesIn(contact: StoredContact, form: Form): { patch: Patch; faults: ReadonlyMap<string, string> } {
  const before = formOf(contact);
  const patch: Patch = {};
  const faults = new Map<string, string>();
  for (const one of FIELDS) {
    if (form[one.key] === before[one.key]) continue;
    const read = readField(one, form[one.key]);
    if ("fault" in read) faults.set(one.key, read.fault);
    else patch[one.key] = read.value;
  }
  return { patch, faults };
}

/** A difference of two states of a contact, for people: "Entity: Chile, was Peru". */
export interface Difference {
  readonly key: string;
  readonly label: string;
  readonly was: string;
  readonly is: string;
}

/** How two states of a contact differ in the facts of the form, but for those in `without`. */
export function differences(was: StoredContact, is: StoredContact, without: Patch = {}): Difference[] {
  const [before, after] = [formOf(was), formOf(is)];
  return FIELDS.filter(({ key }) => !(key in without) && before[key] !== after[key]).map(({ key, label }) => ({
    key,
    label,
    was: inWords(key, before[key]),
    is: inWords(key, after[key]),
  }));
}

/** A fact's text for people: an entity by its name, and "empty" where there is none. */
function inWords(key: string, text: string): string {
  const name = key === "entityCode" || key === "ownEntityCode" ? entityByCode(Number(text || NaN))?.name : undefined;
  return (name ?? text) || "empty";
}

type Facts = Readonly<Record<string, unknown>> | null;

/** What an entry of the journal did, for people: "added", "deleted", or "Name: empty → Sunnva; CQ zone: 13 → 14". */
export function changeInWords(before: Facts, after: Facts): string {
  if (before === null) return "added";
  if (after === null) return "deleted";
  return Object.keys(after)
    .map((key) => `${LABELS.get(key) ?? key}: ${asText(key, before[key])} → ${asText(key, after[key])}`)
    .join("; ");
}

function asText(key: string, value: unknown): string {
  if (key === "confirmations") {
    const states = ((value ?? []) as readonly Confirmation[]).map(
      ({ channel, sent, received }) => `${CHANNEL_NAMES[channel]} ${sent}, theirs ${received}`,
    );
    return states.join(" and ") || "none";
  }
  if (typeof value === "object" && value !== null) return "other ones";
  const field = FIELDS.find((one) => one.key === key);
  const plain = typeof value === "string" || typeof value === "number" ? value : null;
  return inWords(key, field === undefined ? String(plain ?? "") : shown(plain, field.kind));
}
