import { z } from "zod";
import { channelName, type Confirmation, confirmationOf, confirmationSchema, withConfirmation } from "@/core/confirm";
import {
  contactFactsSchema,
  FACT_FIELDS,
  type FactField,
  type FactKey,
  type FactKind,
  factField,
  factText,
  parseFullTime,
} from "@/core/contact";
import type { Credit } from "@/core/award";
import type { StoredContact } from "@/core/contract";
import { entityByCode } from "@/core/entity";
import { typedOrNone } from "../kit/form/typed";

const LABELS = new Map<string, string>([
  ...FACT_FIELDS.map(({ key, label }) => [key, label] as const),
  ["confirmations", "Confirmations"],
  ["credits", "Award credits"],
  ["extra", "Other ADIF fields"],
  ["partsSent", "Sent, by parts"],
  ["partsReceived", "Received, by parts"],
  ["modeGroup", "Mode group"],
  ["baseCall", "Base call"],
  ["pin", "Pin"],
  ["siteId", "Site"],
  ["logbookId", "Logbook"],
]);

/** What stands in the panel's fields, as text. */
export type Form = Readonly<Record<FactKey, string>>;

export function formOf(contact: StoredContact): Form {
  return Object.fromEntries(FACT_FIELDS.map((one) => [one.key, factText(one.kind, contact[one.key])])) as Form;
}

type Value = string | number | null;
type Read = { readonly value: Value } | { readonly fault: string };

/** Facts that a contact cannot do without. */
const NEEDED = new Set<string>(["call", "startedAt", "mode"]);

/** What a field's text means, or why it means nothing. */
export function readField({ key, kind, typed: schema = contactFactsSchema.shape[key] }: FactField, text: string): Read {
  const typed = text.trim();
  const value = typed === "" && !NEEDED.has(key) ? null : meaning(kind, typed);
  if (typeof value === "object" && value !== null) return value;
  const checked = schema.safeParse(value);
  return checked.success ? { value } : { fault: checked.error.issues[0]?.message ?? "this does not fit here" };
}

function meaning(kind: FactKind, text: string): Value | { readonly fault: string } {
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
    case "time":
      return parseFullTime(text) ?? { fault: "a time is written like 2026-11-23 21:40" };
    case "upper":
      return text.toUpperCase();
    default:
      return text;
  }
}

type Patch = Partial<Record<FactKey, Value>> & { confirmations?: readonly Confirmation[] };

/** How the cards of a contact stand. */
function cardOf({ confirmations }: StoredContact): Confirmation {
  return confirmationOf(confirmations, "card");
}

/** What stands in the panel: the facts as text, and the card with its days and ways as text. */
export interface PanelForm {
  readonly facts: Form;
  readonly card: CardForm;
}
type CardForm = Readonly<Record<Exclude<keyof Confirmation, "channel">, string>>;

export function panelFormOf(contact: StoredContact): PanelForm {
  const { sent, sentOn, sentVia, received, receivedOn, receivedVia } = cardOf(contact);
  const text = (value: string | null) => value ?? "";
  return {
    facts: formOf(contact),
    card: {
      sent,
      sentOn: text(sentOn),
      sentVia: text(sentVia),
      received,
      receivedOn: text(receivedOn),
      receivedVia: text(receivedVia),
    },
  };
}

const { sentOn, sentVia, receivedOn, receivedVia, ...states } = confirmationSchema.omit({ channel: true }).shape;
const typedCard = z.object({
  ...states,
  sentOn: typedOrNone(sentOn),
  sentVia: typedOrNone(sentVia),
  receivedOn: typedOrNone(receivedOn),
  receivedVia: typedOrNone(receivedVia),
});

/** What the panel's form changes of a contact; only what was touched is held against its schema. */
export function panelSchema(contact: StoredContact): z.ZodType<Patch, PanelForm> {
  const before = panelFormOf(contact);
  return z.custom<PanelForm>().transform((form, context): Patch => {
    const patch: Patch = {};
    for (const field of FACT_FIELDS) {
      const { key } = field;
      if (form.facts[key] === before.facts[key]) continue;
      const read = readField(field, form.facts[key]);
      if ("value" in read) patch[key] = read.value;
      else context.addIssue({ code: "custom", path: ["facts", key], message: read.fault });
    }
    if (same(form.card, before.card)) return patch;
    const card = typedCard.safeParse(form.card);
    if (card.success) patch.confirmations = withConfirmation(contact.confirmations, "card", card.data);
    for (const { path, message } of card.error?.issues ?? [])
      context.addIssue({ code: "custom", path: ["card", ...path], message });
    return patch;
  });
}

function same(one: unknown, other: unknown): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
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
  const found: Difference[] = FACT_FIELDS.filter(({ key }) => !(key in without) && before[key] !== after[key]).map(
    ({ key, label }) => ({ key, label, was: inWords(key, before[key]), is: inWords(key, after[key]) }),
  );
  const key = "confirmations";
  if (!(key in without) && !same(was[key], is[key]))
    found.push({ key, label: labelOf(key), was: valueInWords(key, was[key]), is: valueInWords(key, is[key]) });
  return found;
}

/** A fact's text for people: an entity by its name, and "empty" where there is none. */
function inWords(key: string, text: string): string {
  const name = key === "entityCode" || key === "ownEntityCode" ? entityByCode(Number(text || NaN))?.name : undefined;
  return (name ?? text) || "empty";
}

/** What a fact is called. */
export function labelOf(key: string): string {
  return LABELS.get(key) ?? key;
}

type Facts = Readonly<Record<string, unknown>> | null;

/** What an entry of the journal did, for people: "added", "deleted", or "Name: empty → Sunnva; CQ zone: 13 → 14". */
export function changeInWords(before: Facts, after: Facts): string {
  if (before === null) return "added";
  if (after === null) return "deleted";
  return Object.keys(after)
    .map((key) => `${labelOf(key)}: ${valueInWords(key, before[key])} → ${valueInWords(key, after[key])}`)
    .join("; ");
}

/** A value of a fact, for people. */
export function valueInWords(key: string, value: unknown): string {
  if (key === "confirmations") {
    const states = ((value ?? []) as readonly Confirmation[]).map(
      ({ channel, sent, received }) => `${channelName(channel)} ${sent}, theirs ${received}`,
    );
    return states.join(" and ") || "none";
  }
  if (key === "credits") {
    const states = ((value ?? []) as readonly Credit[]).map(({ award, item, on, state }) =>
      [award, item, on, state].filter((part) => part !== "").join(" "),
    );
    return states.join(" and ") || "none";
  }
  if (key === "partsSent" || key === "partsReceived") {
    const parts = Object.entries((value ?? {}) as Readonly<Record<string, string>>);
    return parts.map(([id, text]) => `${id} ${text}`).join(", ") || "none";
  }
  if (typeof value === "object" && value !== null) return "other ones";
  const field = factField(key);
  if (typeof value === "boolean") return value ? "yes" : "no";
  const plain = typeof value === "string" || typeof value === "number" ? value : null;
  return inWords(key, field === undefined ? String(plain ?? "") : factText(field.kind, plain));
}
