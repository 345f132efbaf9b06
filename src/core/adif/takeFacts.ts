import { z } from "zod";
import { creditSchema } from "../award/credit";
import { cleanCall, parseCallsign } from "../callsign";
import { FACT_FIELDS, type FactField, type FactKind, typedPartsSchema } from "../contact";
import { entityByCode } from "../entity";
import { isSubdivision } from "../reference";
import { foldToAscii } from "./bytes";
import { type Draft, type Fields, type Gathered, keepChecked, keepFaulty, note, short } from "./gathered";
import type { AdifField } from "./record";
import { takeBands } from "./takeBands";
import { CONFIRMATION_NAMES } from "./takeConfirmations";
import { takeMode } from "./takeMode";
import { takeTimes } from "./takeTimes";
import { CREDITS_FIELD, PARTS_FIELDS, PIN_FIELD } from "./words";

/** Facts that a contact cannot do without, and what goes with them; they are understood together. */
const TOGETHER = new Set<string>(
  "call startedAt endedAt band bandReceived frequencyHz frequencyReceivedHz mode submode".split(" "),
);

/** Call, time, band and mode, with what goes with them; null, or why the record is no contact. */
export function takeNeeded(draft: Draft, fields: Fields, gathered: Gathered): string | null {
  const call = fields.get("CALL");
  if (call === undefined) return "CALL is missing";
  const parsed = parseCallsign(call.value);
  draft.call = parsed.ok ? parsed.callsign.call : cleanCall(call.value);
  if (!parsed.ok) note(gathered, call, `${parsed.reason}; the contact is kept with the call as it came`);
  return takeTimes(draft, fields, gathered) ?? takeBands(draft, fields, gathered) ?? takeMode(draft, fields, gathered);
}

/** All other fields: each goes to its fact, or is kept as it came. */
export function takeFacts(draft: Draft, fields: Fields, gathered: Gathered): void {
  for (const field of fields.values()) {
    const place = PLACES.get(field.name);
    if (place === undefined) keepChecked(gathered, field);
    else if (place !== ELSEWHERE) takeFact(place, field, draft, fields, gathered);
  }
  tellUnknownState(draft.state, draft.entityCode, fields.get("STATE"), gathered);
  tellUnknownState(draft.ownState, draft.ownEntityCode, fields.get("MY_STATE"), gathered);
  const pin = fields.get(PIN_FIELD);
  if (pin !== undefined) draft.pin = pin.value === "Y";
  takeCredits(draft, fields, gathered);
  for (const key of ["partsSent", "partsReceived"] as const) {
    const field = fields.get(PARTS_FIELDS[key]);
    if (field === undefined) continue;
    const parts = typedPartsSchema.safeParse(fromJson(field.value));
    if (parts.success) draft[key] = parts.data;
    else keepFaulty(gathered, field, "is no exchange");
  }
}

/** The credits of a contact, as we wrote them. */
function takeCredits(draft: Draft, fields: Fields, gathered: Gathered): void {
  const field = fields.get(CREDITS_FIELD);
  if (field === undefined) return;
  const credits = z.array(creditSchema).max(300).safeParse(fromJson(field.value));
  if (credits.success) draft.credits = credits.data;
  else keepFaulty(gathered, field, "holds no credits");
}

/** Says where a state is none of its entity; it is taken all the same, since the tables may be older than it. */
function tellUnknownState(
  state: string | null | undefined,
  entity: number | null | undefined,
  field: AdifField | undefined,
  gathered: Gathered,
): void {
  if (field === undefined || state == null || entity == null || isSubdivision(entity, state) !== false) return;
  note(gathered, field, `"${short(state)}" is no subdivision of ${entityByCode(entity)?.name ?? entity} that is known`);
}

function fromJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

function takeFact({ fact, read }: Place, field: AdifField, draft: Draft, fields: Fields, gathered: Gathered): void {
  const [first, second] = fact.adif;
  let meant: AdifField | undefined = field;
  if (second !== undefined) {
    const one = fields.get(first);
    // Of two, the first speaks for both.
    if (one !== undefined && one !== field) return;
    meant = joined(fact, one, fields.get(second), gathered);
  }
  if (meant === undefined) return;
  const value = read(meant.value);
  if (typeof value === "object") keepFaulty(gathered, meant, value.fault);
  else (draft as Record<string, unknown>)[fact.key] = value;
}

/** The field that says a fact, of the two that may; the other is left beside it where both do not go together. */
function joined(
  fact: FactField,
  first: AdifField | undefined,
  second: AdifField | undefined,
  gathered: Gathered,
): AdifField | undefined {
  if (second === undefined) return first;
  if (fact.kind === "upper") {
    // A grid, whose first eight characters are in one field and the rest in another.
    const whole = first?.value.length === 8 ? { ...first, value: first.value + second.value } : undefined;
    if (whole !== undefined && fact.schema.safeParse(whole.value).success) return whole;
    keepChecked(gathered, second);
    return first;
  }
  if (first !== undefined && foldToAscii(first.value) !== foldToAscii(second.value))
    keepFaulty(gathered, first, `is not what ${second.name} says, which was taken`);
  return second;
}

type Read = string | number | { readonly fault: string };
type Reader = (fact: FactField, value: string) => Read;

/** How a value is read, by the kind of its fact. */
const READERS: Readonly<Partial<Record<FactKind, Reader>>> = {
  text: readText,
  long: readText,
  upper({ schema, label }, value) {
    const checked = schema.safeParse(value.trim().toUpperCase());
    if (checked.success) return checked.data as string;
    return { fault: `is no ${label.toLowerCase()} (${checked.error.issues[0]!.message})` };
  },
  number({ least = 0, most = Infinity }, value) {
    const number = Number(value);
    const fits = /^\d+$/.test(value.trim()) && number >= least && number <= most;
    return fits ? number : { fault: `is no whole number from ${least} to ${most}` };
  },
  entity(_, value) {
    const code = Number(value);
    if (entityByCode(code) !== undefined) return code;
    return { fault: code === 0 ? "says that no entity applies" : "is no entity code of the standard" };
  },
  watts(_, value) {
    const [, digits, unit = ""] = /^([0-9]+(?:[.,][0-9]+)?)\s*(k?w)?(?:atts?)?$/i.exec(value.trim()) ?? [];
    if (digits === undefined) return { fault: "is no power in watts" };
    return Number(digits.replace(",", ".")) * (unit.toLowerCase() === "kw" ? 1000 : 1);
  },
};

/** Source: the ADIF standard, enumeration Propagation_Mode. */
const PROPAGATION_MODES = /^(AS|AUE|AUR|BS|ECH|EME|ES|F2|FAI|GWAVE|INTERNET|ION|IRL|LOS|MS|RPT|RS|SAT|TEP|TR)$/;

function readText({ key, kind, longest = Infinity }: FactField, value: string): Read {
  if (value.length > longest) return { fault: `is longer than ${longest} characters` };
  if (kind === "long") return value.replace(/\r\n?/g, "\n").trim();
  if (key !== "propagation") return value.trim();
  const mode = value.trim().toUpperCase();
  return PROPAGATION_MODES.test(mode) ? mode : { fault: "is no propagation mode of the standard" };
}

/** A fact that stands alone, and how its value is read. */
interface Place {
  readonly fact: FactField;
  readonly read: (value: string) => Read;
}

/** Of fields that are understood with others. */
const ELSEWHERE = null;

/** Where each field of a record belongs that is not only kept. */
const PLACES: ReadonlyMap<string, Place | null> = new Map<string, Place | null>([
  ...[...CONFIRMATION_NAMES, PIN_FIELD, CREDITS_FIELD, ...Object.values(PARTS_FIELDS)].map(
    (name) => [name, ELSEWHERE] as const,
  ),
  ...FACT_FIELDS.flatMap((fact) => {
    const reader = READERS[fact.kind];
    const isAlone = reader !== undefined && !TOGETHER.has(fact.key);
    const place = isAlone ? { fact, read: rememberingLast((value: string) => reader(fact, value)) } : ELSEWHERE;
    return fact.adif.flatMap((name) => (name === undefined ? [] : [[name, place] as const]));
  }),
]);

/** In a file one contact after the other was made with the same call, grid, operator and power. */
function rememberingLast<Value>(work: (value: string) => Value): (value: string) => Value {
  let last: { readonly of: string; readonly value: Value } | null = null;
  return (value) => {
    if (last?.of !== value) last = { of: value, value: work(value) };
    return last.value;
  };
}
