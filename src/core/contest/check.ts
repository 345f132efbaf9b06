import { bandLabel } from "../band";
import { parseCallsign } from "../callsign";
import { areaZones, resolve } from "../entity";
import { subdivisionOf } from "../reference";
import { partsOf, type ReadParts, typeRead, understandParts, valueOfType } from "./exchange";
import { modeNames } from "./contestModes";
import { doubtfulCalls, type KnownCalls } from "./doubtfulCalls";
import { allowedBy, limitsFor } from "./limits";
import { withinTime } from "./claim";
import type { Category, Part, Rules } from "./rules";
import type { ContestContact, Scoreboard } from "./score";

/** What the log check asks. */
export type CheckKind =
  "call" | "exchange" | "zone" | "serial" | "period" | "category" | "offTime" | "bandChange" | "missing";

/** Something in the log that looks wrong. */
export interface Finding {
  readonly contactId: number;
  readonly kind: CheckKind;
  /** What, and against which other contact. */
  readonly text: string;
  /** How likely it is wrong, from 0 to 1: what is more likely right than wrong is below a half. */
  readonly weight: number;
  /** Stays the same while the contact does: by it a finding is marked as looked at. */
  readonly key: string;
}

/** A contact with what was sent, as the log check needs it. */
export interface CheckedContact extends ContestContact {
  readonly serialSent: number | null;
  /** Which of several; null where there is one. */
  readonly transmitter: number | null;
  /** Of the other station, by its entity's code; null where it is not known. */
  readonly state: string | null;
  /** Our own, watts. */
  readonly power: number | null;
}

/** How likely each thing is a mistake, where nothing else tells; a rule that is broken for certain is nearly 1. */
const WEIGHT = {
  broken: 0.95,
  /** In no zone that the entity or the state has. */
  impossibleZone: 0.9,
  /** In a zone that the entity has, but not for that call area: people move and keep their calls. */
  movedZone: 0.3,
  /** What is said against what was said more often; or as often. */
  outvoted: 0.8,
  contradicted: 0.55,
  serialBack: 0.75,
  /** A serial below one that went out before, from the same transmitter; or from another one. */
  ownSerialBack: 0.7,
  otherSerialBack: 0.2,
  noAllocation: 0.9,
  /** One may have stopped before the other began. */
  twoSignals: 0.6,
};
/** What is less likely is not told. */
const LEAST_WEIGHT = 0.02;

/**
 * Looks for what is probably wrong in a contest's log, the likeliest first, and of what is equally likely the earlier
 * contact first.
 *
 * @param known what the rest of the log and the directory know of calls: one that is a letter off may be mistyped
 */
export function checkLog(
  rules: Rules,
  board: Scoreboard,
  contacts: readonly CheckedContact[],
  category: Category,
  known: KnownCalls,
): Finding[] {
  const findings: Finding[] = [];
  const add: Add = ({ id, call, band, startedAt }, kind, weight, text, about = text) => {
    if (weight < LEAST_WEIGHT) return;
    findings.push({ contactId: id, kind, text, weight, key: `${id}|${kind}|${call}|${band}|${startedAt}|${about}` });
  };
  for (const contact of contacts) {
    const judged = board.judgementOf(contact.id);
    if (judged === undefined) continue;
    if (judged.refused !== null) add(contact, "period", WEIGHT.broken, sentence(judged.refused));
    for (const part of partsOf(rules, judged.side)) {
      if (!part.optional && judged.parts[part.id] === undefined)
        add(contact, "missing", WEIGHT.broken, `${part.label} is missing or has no known form.`);
    }
    lookAtCategory(contact, category, add);
  }
  power(rules, contacts, category, add);
  signals(contacts, add);
  allocations(contacts, add);
  for (const { contact, weight, text, other } of doubtfulCalls(rules, board, contacts, known))
    add(contact, "call", weight, text, other);
  zones(rules, board, contacts, add);
  contradictions(rules, board, contacts, add);
  serials(contacts, add);
  times(rules, contacts, category, add);
  const place = new Map(contacts.map(({ id }, index) => [id, index]));
  return findings.sort((a, b) => b.weight - a.weight || place.get(a.contactId)! - place.get(b.contactId)!);
}

function sentence(text: string): string {
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;
}

/** `about` tells a finding from others of its contact where its text changes with what else is logged. */
type Add = (contact: CheckedContact, kind: CheckKind, weight: number, text: string, about?: string) => void;

function lookAtCategory(contact: CheckedContact, category: Category, add: Add): void {
  const allowed = allowedBy(category);
  const broken = (text: string) => add(contact, "category", WEIGHT.broken, text);
  if (allowed.band !== null && contact.band !== allowed.band)
    broken(`On ${bandLabel(contact.band)}, and the category is ${category.band}.`);
  if (category.transmitter === "ONE" && (contact.transmitter ?? 0) > 0)
    broken(`By transmitter ${contact.transmitter}, and the category has one.`);
  if (allowed.mode !== null && !modeNames(contact).includes(allowed.mode))
    broken(`In ${contact.mode}, and the category is ${category.mode}.`);
}

/** More power than the category has; told once, since it rarely is one contact's. */
function power(rules: Rules, contacts: readonly CheckedContact[], category: Category, add: Add): void {
  const { watts } = limitsFor(rules, category);
  if (watts === null) return;
  const over = contacts.filter(({ power: own }) => own !== null && own > watts);
  const [first] = over;
  if (first === undefined) return;
  const others =
    over.length === 1 ? "" : `, as in ${over.length - 1} other ${over.length === 2 ? "contact" : "contacts"}`;
  add(
    first,
    "category",
    WEIGHT.broken,
    `With ${first.power} W${others}, and the category is ${category.power}: at most ${watts} W.`,
  );
}

/** Two transmitters on one band in the same minute: contests allow one signal a band. */
function signals(contacts: readonly CheckedContact[], add: Add): void {
  const last = new Map<string, CheckedContact>();
  for (const contact of contacts) {
    const before = last.get(contact.band);
    const isOther = before !== undefined && (before.transmitter ?? 0) !== (contact.transmitter ?? 0);
    if (isOther && contact.startedAt - before.startedAt < 60)
      add(
        contact,
        "category",
        WEIGHT.twoSignals,
        `By transmitter ${contact.transmitter ?? 0} on ${bandLabel(contact.band)}, where transmitter ${before.transmitter ?? 0} worked ${before.call} within the minute.`,
      );
    last.set(contact.band, contact);
  }
}

/** Calls that no administration issues. */
function allocations(contacts: readonly CheckedContact[], add: Add): void {
  for (const contact of contacts) {
    if (contact.entityCode !== null) continue;
    const { country, entity } = resolve(contact.call, contact.startedAt);
    if (country === null && entity === null)
      add(contact, "call", WEIGHT.noAllocation, `No calls that begin as ${contact.call} are allocated to anybody.`);
  }
}

/** Where a station's zone follows from, and which zones can be. */
interface ZoneMeant {
  readonly zone: number;
  /** What is in that zone. */
  readonly of: string;
  /** Others that are not impossible. */
  readonly others: ReadonlySet<number>;
}

const NO_ZONES: ReadonlySet<number> = new Set();

/** The zone by the state, where that is known and lies in one; else by the call. Null where neither tells. */
function zoneMeant(
  type: "cqZone" | "ituZone",
  { call, startedAt, entityCode }: Pick<CheckedContact, "call" | "startedAt" | "entityCode">,
  state: string | null,
): ZoneMeant | null {
  const place = resolve(call, startedAt);
  const code = entityCode ?? place.entity?.code ?? null;
  const area = code === null || state === null ? undefined : subdivisionOf(code, state);
  if (type === "cqZone" && area?.cqZone != null) return { zone: area.cqZone, of: area.name, others: NO_ZONES };
  // Of a call that operates elsewhere than its letters say the zone is not known.
  if (code === null || place.entity?.code !== code || place[type] === null) return null;
  return { zone: place[type], of: place.entity.name, others: areaZones(code)[type] };
}

const ZONE_TYPES = ["cqZone", "ituZone"] as const;

/** The parts that were read as zones, and what is wrong with each by the state or the call. */
function zonesAgainst(
  parts: readonly Part[],
  read: ReadParts,
  station: Parameters<typeof zoneMeant>[1],
  known: string | null,
): { readonly part: Part; readonly given: string; readonly meant: ZoneMeant }[] {
  const state = valueOfType(parts, read, "subdivision") ?? known;
  return parts.flatMap((part) => {
    const given = read.values[part.id];
    const type = ZONE_TYPES.find((one) => one === typeRead(part, read));
    if (given === undefined || type === undefined) return [];
    const meant = zoneMeant(type, station, state);
    return meant === null || meant.zone === Number(given) ? [] : [{ part, given, meant }];
  });
}

function zones(rules: Rules, board: Scoreboard, contacts: readonly CheckedContact[], add: Add): void {
  for (const contact of contacts) {
    const judged = board.judgementOf(contact.id);
    if (judged === undefined) continue;
    const read = { values: judged.parts, types: judged.partTypes };
    for (const { part, given, meant } of zonesAgainst(partsOf(rules, judged.side), read, contact, contact.state))
      add(
        contact,
        "zone",
        meant.others.has(Number(given)) ? WEIGHT.movedZone : WEIGHT.impossibleZone,
        `${part.label} ${given} was logged; ${meant.of} is in zone ${meant.zone}.`,
      );
  }
}

/** Parts that a station gave differently on another band; what changes from contact to contact is left out. */
function contradictions(rules: Rules, board: Scoreboard, contacts: readonly CheckedContact[], add: Add): void {
  const moving = new Set(rules.duplicates.parts);
  const given = new Map<string, Map<string, CheckedContact[]>>();
  for (const contact of contacts) {
    const judged = board.judgementOf(contact.id);
    if (judged === undefined) continue;
    for (const part of partsOf(rules, judged.side)) {
      const value = judged.parts[part.id];
      if (part.type === "serial" || part.type === "report" || moving.has(part.id) || value === undefined) continue;
      const key = `${contact.baseCall}|${part.id}`;
      const values = given.get(key) ?? new Map<string, CheckedContact[]>();
      given.set(key, values.set(value, [...(values.get(value) ?? []), contact]));
    }
  }
  for (const [key, values] of given) {
    if (values.size < 2) continue;
    const [usual, ...others] = [...values].sort((a, b) => b[1].length - a[1].length);
    const label = partsLabel(rules, key.split("|")[1]!);
    for (const [value, of] of others)
      for (const contact of of)
        add(
          contact,
          "exchange",
          of.length < usual![1].length ? WEIGHT.outvoted : WEIGHT.contradicted,
          `${label} ${value} was logged, and ${usual![0]} on ${bandLabel(usual![1][0]!.band)}.`,
        );
  }
}

function partsLabel(rules: Rules, id: string): string {
  return (
    Object.values(rules.exchange)
      .flat()
      .find((part) => part.id === id)?.label ?? id
  );
}

/** Serials that were sent twice or go back, and serials received that go back though time goes on. */
function serials(contacts: readonly CheckedContact[], add: Add): void {
  const sent = new Map<number, CheckedContact>();
  const received = new Map<string, CheckedContact>();
  let highest: CheckedContact | null = null;
  for (const contact of contacts) {
    const { serialSent, serialReceived, baseCall } = contact;
    if (serialSent !== null) {
      const before = sent.get(serialSent);
      if (before !== undefined)
        add(contact, "serial", WEIGHT.broken, `Serial ${serialSent} was also sent to ${before.call}.`);
      else if (highest !== null && serialSent < highest.serialSent!)
        add(
          contact,
          "serial",
          highest.transmitter === contact.transmitter ? WEIGHT.ownSerialBack : WEIGHT.otherSerialBack,
          `Serial ${serialSent} was sent after ${highest.serialSent}, to ${highest.call}.`,
        );
      sent.set(serialSent, contact);
      if (highest === null || serialSent > highest.serialSent!) highest = contact;
    }
    if (serialReceived === null) continue;
    const last = received.get(baseCall);
    if (last !== undefined && serialReceived <= last.serialReceived! && contact.startedAt > last.startedAt)
      add(
        contact,
        "serial",
        WEIGHT.serialBack,
        `${baseCall} sent ${serialReceived} here and ${last.serialReceived} before, on ${bandLabel(last.band)}.`,
      );
    received.set(baseCall, contact);
  }
}

function times(rules: Rules, contacts: readonly CheckedContact[], category: Category, add: Add): void {
  const limits = limitsFor(rules, category);
  if (limits.operatingHours !== null) {
    const first = contacts[withinTime(contacts, limits.operatingHours * 3600, limits.offMinutes)];
    if (first !== undefined)
      add(
        first,
        "offTime",
        WEIGHT.broken,
        `Here the operating time passes the ${limits.operatingHours} hours of the category.`,
      );
  }
  if (limits.bandChangesAnHour === null) return;
  // Each transmitter changes its own band.
  const changes = new Map<string, number>();
  const bands = new Map<number, string>();
  for (const contact of contacts) {
    const transmitter = contact.transmitter ?? 0;
    const before = bands.get(transmitter);
    bands.set(transmitter, contact.band);
    if (before === undefined || before === contact.band) continue;
    const hour = `${transmitter} ${Math.floor(contact.startedAt / 3600)}`;
    const count = (changes.get(hour) ?? 0) + 1;
    changes.set(hour, count);
    if (count > limits.bandChangesAnHour)
      add(
        contact,
        "bandChange",
        WEIGHT.broken,
        `Band change ${count} of this hour; ${limits.bandChangesAnHour} are allowed.`,
      );
  }
}

/** What looks wrong about an exchange as it is typed, said once before it is logged. */
export function exchangeDoubts(
  rules: Rules,
  side: string,
  values: Readonly<Record<string, string>>,
  call: string,
  at: number,
  lastSerial: number | null,
): { readonly field: string; readonly text: string }[] {
  const parts = partsOf(rules, side);
  const parsed = parseCallsign(call);
  const station = { call: parsed.ok ? parsed.callsign.call : call, startedAt: at, entityCode: null };
  const sender = { mode: "CW", entity: resolve(station.call, at).entity?.code ?? null };
  const read = understandParts(rules, parts, values, sender);
  const doubts = zonesAgainst(parts, read, station, null).map(({ part, meant }) => ({
    field: part.id,
    text: `${meant.of} is in zone ${meant.zone}`,
  }));
  for (const { id, type } of parts)
    if (type === "serial" && lastSerial !== null && Number(values[id] ?? NaN) <= lastSerial)
      doubts.push({ field: id, text: `${call} sent ${lastSerial} before` });
  return doubts;
}
