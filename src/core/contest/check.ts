import { bandLabel } from "../band";
import { editDistance } from "../reference";
import { parseCallsign } from "../callsign";
import { resolve } from "../entity";
import { partsOf } from "./exchange";
import { modeNames } from "./contestModes";
import { allowedBy, limitsFor } from "./limits";
import { withinTime } from "./claim";
import type { Category, Rules } from "./rules";
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
  /** Stays the same while the contact does: by it a finding is marked as looked at. */
  readonly key: string;
}

/** A contact with what was sent, as the log check needs it. */
export interface CheckedContact extends ContestContact {
  readonly serialSent: number | null;
  /** Which of several; null where there is one. */
  readonly transmitter: number | null;
}

const RARE = 1;
const OFTEN = 2;

/**
 * Looks for what is probably wrong in a contest's log, in the order of the contacts.
 *
 * @param knownCalls base calls of the rest of the log: a call that is one letter off one of them is doubtful
 */
export function checkLog(
  rules: Rules,
  board: Scoreboard,
  contacts: readonly CheckedContact[],
  category: Category,
  knownCalls: ReadonlySet<string>,
): Finding[] {
  const findings: Finding[] = [];
  const add = ({ id, call, band, startedAt }: CheckedContact, kind: CheckKind, text: string) =>
    findings.push({ contactId: id, kind, text, key: `${id}|${kind}|${call}|${band}|${startedAt}|${text}` });
  for (const contact of contacts) {
    lookAlone(contact);
  }
  calls(contacts, knownCalls, add);
  contradictions(rules, board, contacts, add);
  serials(contacts, add);
  times(rules, contacts, category, add);
  const place = new Map(contacts.map(({ id }, index) => [id, index]));
  return findings.sort((a, b) => place.get(a.contactId)! - place.get(b.contactId)!);

  function lookAlone(contact: CheckedContact): void {
    const judged = board.judgementOf(contact.id);
    if (judged === undefined) return;
    if (judged.refused !== null) add(contact, "period", `Does not count: ${judged.refused}.`);
    for (const part of partsOf(rules, judged.side)) {
      if (!part.optional && judged.parts[part.id] === undefined)
        add(contact, "missing", `${part.label} is missing or has no known form.`);
    }
    const zone = partsOf(rules, judged.side).find(({ type }) => type === "cqZone" || type === "ituZone");
    const given = zone === undefined ? undefined : judged.parts[zone.id];
    if (zone !== undefined && given !== undefined) {
      const place = resolve(contact.call, contact.startedAt);
      const usual = zone.type === "cqZone" ? place.cqZone : place.ituZone;
      if (usual !== null && usual !== Number(given))
        add(
          contact,
          "zone",
          `${zone.label} ${given} was logged; ${place.entity?.name ?? "the call"} is in zone ${usual}.`,
        );
    }
    const allowed = allowedBy(category);
    if (allowed.band !== null && contact.band !== allowed.band)
      add(contact, "category", `On ${bandLabel(contact.band)}, and the category is ${category.band}.`);
    if (category.transmitter === "ONE" && (contact.transmitter ?? 0) > 0)
      add(contact, "category", `By transmitter ${contact.transmitter}, and the category has one.`);
    if (allowed.mode !== null && !modeNames(contact).includes(allowed.mode))
      add(contact, "category", `In ${contact.mode}, and the category is ${category.mode}.`);
  }
}

type Add = (contact: CheckedContact, kind: CheckKind, text: string) => void;

/** Calls worked once that differ by one letter from one worked more often, or from a known one. */
function calls(contacts: readonly CheckedContact[], known: ReadonlySet<string>, add: Add): void {
  const counts = new Map<string, number>();
  for (const { baseCall } of contacts) counts.set(baseCall, (counts.get(baseCall) ?? 0) + 1);
  const often = [...counts].filter(([, count]) => count >= OFTEN).map(([call]) => call);
  const near = neighbours([...often, ...known]);
  for (const contact of contacts) {
    const { baseCall } = contact;
    if ((counts.get(baseCall) ?? 0) > RARE || known.has(baseCall)) continue;
    const other = near(baseCall);
    if (other === null) continue;
    const count = counts.get(other) ?? 0;
    add(
      contact,
      "call",
      `${baseCall} is one letter off ${other}, ${count > 1 ? `worked ${count} times` : "a known call"}.`,
    );
  }
}

/** Finds a call one letter off, by what is left when a letter is taken out: no pair has to be compared that is not near. */
function neighbours(calls: readonly string[]): (call: string) => string | null {
  const shortened = new Map<string, string[]>();
  const cuts = (call: string) => [call, ...Array.from(call, (_, at) => call.slice(0, at) + call.slice(at + 1))];
  for (const call of calls) {
    for (const cut of cuts(call)) {
      const list = shortened.get(cut);
      if (list === undefined) shortened.set(cut, [call]);
      else if (list.length < 50) list.push(call);
    }
  }
  return (call) => {
    for (const cut of cuts(call))
      for (const other of shortened.get(cut) ?? []) if (other !== call && editDistance(call, other) === 1) return other;
    return null;
  };
}

/** Parts that a station gave differently on another band; what changes from contact to contact is left out. */
function contradictions(rules: Rules, board: Scoreboard, contacts: readonly CheckedContact[], add: Add): void {
  const CHANGING = new Set(["serial", "report"]);
  const given = new Map<string, Map<string, CheckedContact[]>>();
  for (const contact of contacts) {
    const judged = board.judgementOf(contact.id);
    if (judged === undefined) continue;
    for (const part of partsOf(rules, judged.side)) {
      const value = judged.parts[part.id];
      if (CHANGING.has(part.type) || value === undefined) continue;
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
        add(contact, "exchange", `${label} ${value} was logged, and ${usual![0]} on ${bandLabel(usual![1][0]!.band)}.`);
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
      if (before !== undefined) add(contact, "serial", `Serial ${serialSent} was also sent to ${before.call}.`);
      else if (highest !== null && serialSent < highest.serialSent!)
        add(contact, "serial", `Serial ${serialSent} was sent after ${highest.serialSent}, to ${highest.call}.`);
      sent.set(serialSent, contact);
      if (highest === null || serialSent > highest.serialSent!) highest = contact;
    }
    if (serialReceived === null) continue;
    const last = received.get(baseCall);
    if (last !== undefined && serialReceived <= last.serialReceived! && contact.startedAt > last.startedAt)
      add(
        contact,
        "serial",
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
      add(first, "offTime", `Here the operating time passes the ${limits.operatingHours} hours of the category.`);
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
      add(contact, "bandChange", `Band change ${count} of this hour; ${limits.bandChangesAnHour} are allowed.`);
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
  const doubts: { field: string; text: string }[] = [];
  const parsed = parseCallsign(call);
  const place = resolve(parsed.ok ? parsed.callsign : call, at);
  for (const part of partsOf(rules, side)) {
    const value = values[part.id];
    if (value === undefined) continue;
    const usual = part.type === "cqZone" ? place.cqZone : part.type === "ituZone" ? place.ituZone : null;
    if (usual !== null && usual !== Number(value))
      doubts.push({ field: part.id, text: `${place.entity?.name ?? call} is in zone ${usual}` });
    if (part.type === "serial" && lastSerial !== null && Number(value) <= lastSerial)
      doubts.push({ field: part.id, text: `${call} sent ${lastSerial} before` });
  }
  return doubts;
}
