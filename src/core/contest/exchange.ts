import { defaultReport, reportFault } from "../band";
import { factField } from "../contact/fields";
import { entityByCode } from "../entity";
import { parseGrid } from "../geo";
import { editDistance, recogniseSection, SECTIONS, subdivisionsOf } from "../reference";
import { readClass } from "./classForm";
import { ALL, type Part, type PartType, type Rules } from "./rules";

/** An item of a list that a part is taken from. */
export interface ListItem {
  readonly code: string;
  readonly name: string;
  readonly also: readonly string[];
}

/** A text read as a part of an exchange. `certainty` says how well it fits that part and no other. */
export type PartReading =
  | {
      readonly ok: true;
      readonly value: string;
      readonly certainty: number;
      /** As what it was read, where the part can be several things. */
      readonly type: PartType;
    }
  | { readonly ok: false; readonly reason: string; readonly nearest: readonly ListItem[] };

/** Who sends an exchange, and how: it tells what a part of it can be. */
export interface Sender {
  readonly mode: string;
  /** Its entity's code; null where that is not known. */
  readonly entity: number | null;
}

/** The parts that a side sends. */
export function partsOf(rules: Pick<Rules, "exchange">, side: string): readonly Part[] {
  return rules.exchange[side] ?? rules.exchange[ALL] ?? [];
}

/** The parts of a side that stand in a line of a log file, in their order. */
export function columnsOf(
  rules: Pick<Rules, "exchange" | "columns">,
  side: string,
  way: "sent" | "received",
): readonly Part[] {
  const parts = partsOf(rules, side);
  const named = rules.columns?.[way];
  return named === undefined ? parts : named.flatMap((id) => parts.filter((part) => part.id === id));
}

/**
 * The items that a part is taken from; null where it is free. A code is a subdivision of its entity alone: another
 * one's "MA" is another item.
 */
export function itemsOf(rules: Pick<Rules, "lists">, part: Part, entity: number | null): readonly ListItem[] | null {
  if (part.or === undefined) return formItems(rules, part, entity);
  const all = formsOf(part).flatMap((form) => formItems(rules, form, entity) ?? []);
  return all.length === 0 ? null : all;
}

/** How a part may be read: as its own type, or as another that it can be. */
type Form = Pick<Part, "id" | "label" | "type" | "entities" | "list" | "form" | "letters">;

/** All that a part can be, its own type first. */
export function formsOf(part: Part): readonly Form[] {
  const { id, label, or = [] } = part;
  return [part, ...or.map((other) => ({ id, label, ...other }))];
}

/** The items that a form of a part is taken from; null where it is free. */
export function formItems(rules: Pick<Rules, "lists">, part: Form, entity: number | null): readonly ListItem[] | null {
  switch (part.type) {
    case "section":
      return SECTION_ITEMS;
    case "subdivision":
      return entity !== null && part.entities!.includes(entity) ? subdivisionItems(entity) : [];
    case "list":
      return rules.lists[part.list!] ?? [];
    default:
      return null;
  }
}

const SUBDIVISION_ITEMS = new Map<number, readonly ListItem[]>();
function subdivisionItems(entity: number): readonly ListItem[] {
  let items = SUBDIVISION_ITEMS.get(entity);
  if (items === undefined)
    SUBDIVISION_ITEMS.set(
      entity,
      (items = subdivisionsOf(entity).map(({ code, name, aliases }) => ({ code, name, also: aliases }))),
    );
  return items;
}

const SECTION_ITEMS: readonly ListItem[] = SECTIONS.map(({ code, name, aliases }) => ({ code, name, also: aliases }));
const NEAREST = 3;
/** So many letters are compared to find what a text was meant as. */
const COMPARED = 30;

/** What can be offered for a part that we send: its items, or a class with each letter that means something. */
export function choicesFor(
  rules: Pick<Rules, "lists">,
  part: Part,
  entity: number | null,
): readonly Pick<ListItem, "code" | "name">[] {
  return formsOf(part).flatMap((form): readonly Pick<ListItem, "code" | "name">[] =>
    form.letters === undefined
      ? (formItems(rules, form, entity) ?? [])
      : Object.entries(form.letters).map(([letter, name]) => ({ code: classWith(form.form!, letter), name })),
  );
}

/** Reads a text as one part of an exchange, as the first that it can be. */
export function readPart(rules: Pick<Rules, "lists">, part: Part, typed: string, sender: Sender): PartReading {
  const own = readAs(rules, part, typed, sender);
  if (own.ok || part.or === undefined) return own;
  const faults = [own];
  for (const other of formsOf(part).slice(1)) {
    const reading = readAs(rules, other, typed, sender);
    if (reading.ok) return reading;
    faults.push(reading);
  }
  const reasons = [...new Set(faults.map(({ reason }) => reason))];
  return { ok: false, reason: reasons.join("; or else "), nearest: faults.flatMap(({ nearest }) => nearest) };
}

function readAs(rules: Pick<Rules, "lists">, part: Form, typed: string, sender: Sender): PartReading {
  const { mode } = sender;
  const text = typed.trim().toUpperCase();
  const yes = (value: string, certainty: number): PartReading => ({ ok: true, value, certainty, type: part.type });
  const range = (least: number, most: number, certainty: number, digits = 1) =>
    numberFrom(least, most, part, typed, certainty, digits);
  if (text === "") return no(`${part.label} is missing`);
  switch (part.type) {
    case "report": {
      const usual = defaultReport(mode, null);
      if (text === usual) return yes(text, 4);
      const report = /^[1-5E][1-9AEN]{1,2}$/.test(text) ? longNumber(text) : text;
      const fault = reportFault(report, mode, null);
      if (fault !== null || !/\d/.test(report)) return no(fault ?? `"${typed}" is no report`);
      return yes(report, report === usual ? 4 : 2);
    }
    case "serial":
      // People send serials with leading zeros, and zones with at most one.
      return range(1, 99_999, text.length > 2 ? 3 : 1.5);
    case "cqZone":
      return range(1, 40, text.length > 2 ? 0.2 : 2, 2);
    case "ituZone":
      return range(1, 90, text.length > 2 ? 0.2 : 2, 2);
    case "year":
      return range(1880, 2200, 3);
    case "age":
      return range(1, 120, 1.2);
    case "power": {
      if (text === "KW" || text === "QRP") return yes(text, 1);
      const watts = numberIn(text.replace(/(?<=\d)W$/, ""));
      if (watts === null || watts > 9999) return no(`"${typed}" is no power: give watts, as in 100, or KW`);
      return yes(String(watts), 1);
    }
    case "grid": {
      const grid = parseGrid(text);
      return grid.ok && grid.grid.length >= 4
        ? yes(grid.grid, 4)
        : no(grid.ok ? "give four characters, as in GF35" : grid.reason);
    }
    case "class": {
      const known = readClass(part.form!, text);
      return known === null
        ? no(`"${typed}" has not the form of ${part.label}: ${formWords(part.form!)}`)
        : yes(known, 3);
    }
    case "section": {
      const answer = recogniseSection(text);
      if (answer.kind === "known") return yes(answer.section.code, answer.section.code === text ? 4 : 3);
      return no(
        `"${typed}" is no section`,
        answer.sections.map(({ code, name }) => ({ code, name, also: [] })),
      );
    }
    case "subdivision":
    case "list": {
      const items = formItems(rules, part, sender.entity)!;
      if (items.length === 0) return no(`"${typed}" is no ${part.label}: ${noneOf(sender.entity)}`);
      const item =
        items.find(({ code }) => code === text) ??
        items.find(({ also }) => also.some((other) => other.toUpperCase() === text)) ??
        items.find(({ name }) => name.toUpperCase() === text);
      if (item !== undefined) return yes(item.code, item.code === text ? 4 : 3);
      return no(`"${typed}" is no ${part.label}`, nearestOf(items, text));
    }
    case "name":
      return /^\p{L}[\p{L}'.-]*$/u.test(text) ? yes(text, 1) : no(`"${typed}" is no name: it has letters only`);
    case "text":
      return yes(text, 0.5);
  }
}

function no(reason: string, nearest: readonly ListItem[] = []): PartReading {
  return { ok: false, reason, nearest };
}

/** A number in a range, written with at least so many digits. */
function numberFrom(
  least: number,
  most: number,
  { label, type }: Form,
  typed: string,
  certainty: number,
  digits: number,
): PartReading {
  const text = typed.trim().toUpperCase();
  const number = numberIn(text);
  if (number === null) return no(`"${typed}" is no number: ${label} is one from ${least} to ${most}`);
  if (number < least || number > most)
    return no(`${label} ${number} does not exist: it is a number from ${least} to ${most}`);
  const value = String(number).padStart(digits, "0");
  return { ok: true, value, certainty: /^\d+$/.test(text) ? certainty : certainty / 2, type };
}

function noneOf(entity: number | null): string {
  const name = entity === null ? undefined : entityByCode(entity)?.name;
  return name === undefined ? "the entity of the call is not known" : `${name} has none in this contest`;
}

/** The items that a text was most likely meant as. */
function nearestOf(items: readonly ListItem[], text: string): ListItem[] {
  const beginning = text.slice(0, COMPARED);
  return items
    .map((item) => {
      const byName = editDistance(beginning, item.name.toUpperCase().slice(0, COMPARED));
      return { item, distance: Math.min(editDistance(beginning, item.code), byName) };
    })
    .sort((a, b) => a.distance - b.distance)
    .slice(0, NEAREST)
    .map(({ item }) => item);
}

/** The letters that Morse operators send for digits. */
const CUT: Readonly<Record<string, string>> = { T: "0", O: "0", A: "1", U: "2", V: "3", E: "5", N: "9" };

/** A number in digits, or with the letters that are sent for them. */
function numberIn(text: string): number | null {
  if (/^\d{1,6}$/.test(text)) return Number(text);
  return /^[TOAUVEN\d]{1,6}$/.test(text) ? Number(longNumber(text)) : null;
}

function longNumber(text: string): string {
  return text.replace(/[TOAUVEN]/g, (letter) => CUT[letter]!);
}

/** The first class of a form with a letter: "1E" of "#[ABCDEF]". */
function classWith(form: string, letter: string): string {
  return form.replace("#", "1").replace(/\[[^\]]*\]|@/, letter);
}

/** What a class, or an item's code, means; null where nothing is said of it. */
export function meaningOf(
  rules: Pick<Rules, "lists">,
  part: Part,
  value: string,
  entity: number | null,
): string | null {
  for (const form of formsOf(part)) {
    const item = formItems(rules, form, entity)?.find(({ code }) => code === value);
    if (item !== undefined) return item.name;
    const letter =
      form.letters === undefined ? undefined : [...value].find((sign) => form.letters![sign] !== undefined);
    if (letter !== undefined) return form.letters![letter]!;
  }
  return null;
}

/** A class's form for people: "a number, then one of A B C". */
export function formWords(form: string): string {
  return [...form.matchAll(/\[([^\]]*)\]|[\s\S]/g)]
    .map(([piece, letters]) => {
      if (letters !== undefined) return `one of ${[...letters].join(" ")}`;
      if (piece === "#") return "a number";
      return piece === "@" ? "a letter" : `"${piece}"`;
    })
    .join(", then ");
}

/** What was understood of an exchange, by the parts' ids; and what fits no part. */
export interface Understood {
  readonly values: Readonly<Record<string, string>>;
  readonly leftover: readonly string[];
}

const MOST_WORDS = 10;
/** How much a word that stands in its turn is worth, against one that fits better elsewhere. */
const IN_TURN = 0.6;
/** How much more a word is worth than the one before it: of two for the same part the one that was typed last counts. */
const LATER = 0.9;

/**
 * Shares out the words of an exchange among its parts, in whatever order they were typed. Every word goes where it
 * fits best; between equals the order of the parts decides, and of more words than there is room for the last ones.
 */
export function understandExchange(
  rules: Pick<Rules, "lists">,
  parts: readonly Part[],
  typed: string,
  sender: Sender,
): Understood {
  const words = typed.split(/\s+/).filter(Boolean).slice(0, MOST_WORDS);
  const readings = words.map((word) => parts.map((part) => readPart(rules, part, word, sender)));
  const taken = bestPlaces(readings, parts.length);
  const values: Record<string, string> = {};
  const leftover: string[] = [];
  words.forEach((word, index) => {
    const part = parts[taken[index]!];
    const reading = part === undefined ? undefined : readings[index]![taken[index]!]!;
    if (part === undefined || reading?.ok !== true) leftover.push(word);
    else values[part.id] = reading.value;
  });
  return { values, leftover };
}

const NO_PART = -1;

/** For each word the index of the part it goes to, or NO_PART, so that all together are worth the most. */
function bestPlaces(readings: readonly (readonly PartReading[])[], parts: number): number[] {
  interface Best {
    readonly worth: number;
    readonly part: number;
  }
  // What the rest is worth follows from the word, the parts that are taken and the last of them alone.
  const known = new Map<number, Best>();
  const keyOf = (word: number, taken: number, last: number) => (word * (parts + 1) + last + 1) * 2 ** parts + taken;

  function rest(word: number, taken: number, last: number): Best {
    const ofWord = readings[word];
    if (ofWord === undefined) return { worth: 0, part: NO_PART };
    const key = keyOf(word, taken, last);
    const before = known.get(key);
    if (before !== undefined) return before;
    let best: Best = { worth: -1, part: NO_PART };
    ofWord.forEach((reading, part) => {
      if (!reading.ok || (taken & (1 << part)) !== 0) return;
      const own = 10 + reading.certainty + (part > last ? IN_TURN : 0) - part * 0.01 + word * LATER;
      const worth = own + rest(word + 1, taken | (1 << part), part).worth;
      if (worth > best.worth) best = { worth, part };
    });
    const { worth } = rest(word + 1, taken, last);
    if (worth > best.worth) best = { worth, part: NO_PART };
    known.set(key, best);
    return best;
  }

  const places: number[] = [];
  for (let word = 0, taken = 0, last = NO_PART; word < readings.length; word++) {
    const { part } = rest(word, taken, last);
    places.push(part);
    if (part === NO_PART) continue;
    taken |= 1 << part;
    last = part;
  }
  return places;
}

/** The parts of an exchange as they were typed, by their ids. */
export type TypedParts = Readonly<Record<string, string>>;

/** What a contact keeps of an exchange, besides its parts in the words that other programs know. */
export interface KeptExchange {
  /** Null where only the texts are known. */
  readonly parts: TypedParts | null;
  readonly serial: number | null;
  readonly report: string | null;
  /** The other parts, in their order. */
  readonly exchange: string | null;
}

type Way = "Sent" | "Received";
/** A contact as far as its exchange is kept in it. */
export type Exchanged<W extends Way> = {
  readonly [Key in `parts${W}`]: TypedParts | null;
} & { readonly [Key in `serial${W}`]: number | null } & {
  readonly [Key in `report${W}` | `exchange${W}`]: string | null;
};

/** What a contact keeps of the exchange that was sent, or received. */
export function keptTexts<W extends Way>(way: W, contact: Exchanged<W>): KeptExchange {
  const all = contact as unknown as Exchanged<Way>;
  // Spelt out: names that are put together are looked up slowly, and this is asked for every contact of a score.
  return way === "Sent"
    ? { parts: all.partsSent, serial: all.serialSent, report: all.reportSent, exchange: all.exchangeSent }
    : {
        parts: all.partsReceived,
        serial: all.serialReceived,
        report: all.reportReceived,
        exchange: all.exchangeReceived,
      };
}

/** A text of a contact is no longer; the parts keep what does not fit. */
const [LONGEST_REPORT, LONGEST_EXCHANGE] = [
  factField("reportReceived")!.longest!,
  factField("exchangeReceived")!.longest!,
];
const SERIAL = /^\d{1,7}$/;

/** The texts of an exchange. A part that is not known stands as "-" between others; what is no serial or report is none. */
export function keepExchange(parts: readonly Part[], values: TypedParts): Omit<KeptExchange, "parts"> {
  const rest = parts
    .filter(({ type }) => type !== "serial" && type !== "report")
    .map(({ id }) => values[id]?.trim().replace(/\s+/g, "_") || UNKNOWN);
  while (rest.at(-1) === UNKNOWN) rest.pop();
  const valueOf = (type: Part["type"]) => values[parts.find((part) => part.type === type)?.id ?? ""] ?? "";
  const [serial, report] = [valueOf("serial"), valueOf("report")];
  return {
    serial: SERIAL.test(serial) ? Number(serial) : null,
    report: report.length <= LONGEST_REPORT ? report || null : null,
    exchange: rest.join(" ").slice(0, LONGEST_EXCHANGE).trim() || null,
  };
}

const UNKNOWN = "-";

/** Parts as the rules understand them, by their ids; what is none is left out. */
export interface ReadParts {
  readonly values: Readonly<Record<string, string>>;
  /** As what each of those was read that can be several things. */
  readonly types: Readonly<Record<string, PartType>>;
}

export function understandParts(
  rules: Pick<Rules, "lists">,
  parts: readonly Part[],
  typed: TypedParts,
  sender: Sender,
): ReadParts {
  const values: Record<string, string> = {};
  const types: Record<string, PartType> = {};
  for (const part of parts) {
    const text = typed[part.id];
    if (text === undefined) continue;
    const reading = readPart(rules, part, text, sender);
    if (!reading.ok) continue;
    values[part.id] = reading.value;
    if (part.or !== undefined) types[part.id] = reading.type;
  }
  return { values, types };
}

/** The values of `understandParts`. */
export function readParts(
  rules: Pick<Rules, "lists">,
  parts: readonly Part[],
  typed: TypedParts,
  sender: Sender,
): Readonly<Record<string, string>> {
  return understandParts(rules, parts, typed, sender).values;
}

/** As what a part was read. */
export function typeRead(part: Part, { types }: Pick<ReadParts, "types">): PartType {
  return types[part.id] ?? part.type;
}

/** The value of the part of a type, where that is what it was read as. */
export function valueOfType(parts: readonly Part[], { values, types }: ReadParts, type: PartType): string | undefined {
  const part = parts.find((one) => values[one.id] !== undefined && typeRead(one, { types }) === type);
  return part === undefined ? undefined : values[part.id];
}

/**
 * The parts that a contact holds. Where it has only texts, they are read in the parts' order, as `keepExchange` writes
 * them; a text that came from elsewhere, and does not fit so, is understood word by word.
 */
export function heldParts(
  rules: Pick<Rules, "lists">,
  parts: readonly Part[],
  kept: KeptExchange,
  sender: Sender,
): TypedParts {
  if (kept.parts !== null) return kept.parts;
  const values: Record<string, string> = {};
  for (const { id, type } of parts) {
    if (type === "serial" && kept.serial !== null) values[id] = String(kept.serial);
    else if (type === "report" && kept.report !== null) values[id] = kept.report;
  }
  if (kept.exchange === null) return values;
  const rest = parts.filter(({ type }) => type !== "serial" && type !== "report");
  const words = kept.exchange.split(/\s+/).filter(Boolean);
  const inOrder = words.flatMap((word, index) =>
    word === UNKNOWN || rest[index] === undefined ? [] : [[rest[index], word.replace(/_/g, " ")] as const],
  );
  if (words.length <= rest.length && inOrder.every(([part, text]) => readPart(rules, part, text, sender).ok)) {
    for (const [{ id }, text] of inOrder) values[id] = text;
    return values;
  }
  const open = parts.filter(({ id, type }) => type !== "report" && values[id] === undefined);
  const said = understandExchange(rules, open, words.filter((word) => word !== UNKNOWN).join(" "), sender);
  return { ...values, ...said.values };
}

/** A contact as far as it says what was received, and from whom. */
export type Receiving = { readonly mode: string; readonly entityCode: number | null } & Exchanged<"Received">;

/** What was received, by the parts' ids, as the rules understand it. */
export function receivedParts(rules: Pick<Rules, "exchange" | "lists">, side: string, contact: Receiving): ReadParts {
  const parts = partsOf(rules, side);
  const sender = { mode: contact.mode, entity: contact.entityCode };
  return understandParts(rules, parts, heldParts(rules, parts, keptTexts("Received", contact), sender), sender);
}
