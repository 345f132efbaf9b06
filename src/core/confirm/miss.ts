import { bandLabel } from "../band";
import { baseCall, isLetterApart } from "../callsign";
import { compareContacts, CONFIRM_TOLERANCE, type MatchFacts } from "../contact/match";
import { isoTime } from "../contact/seconds";
import { spanText } from "../time/words";

/** A contact of ours that a statement may be about. */
export interface OurContact extends MatchFacts {
  readonly id: number;
  readonly call: string;
  /** Null where it does not say. */
  readonly ownCall: string | null;
  readonly mode: string;
  /** Whether the service has confirmed it. */
  readonly isConfirmed: boolean;
}

/** What a service says another station has in its log. */
export interface Told extends MatchFacts {
  readonly call: string;
  readonly ownCall: string | null;
  readonly mode: string;
}

/** What keeps a statement from a contact of ours. "met" is nothing any more: it is confirmed when it is looked at again. */
export const CAUSES = ["met", "time", "band", "mode", "own call", "call", "several", "confirmed", "none"] as const;
export type Cause = (typeof CAUSES)[number];

/** How our contacts would be mended, if the others are right. */
export type Mend =
  | { readonly do: "shift"; readonly seconds: number }
  | { readonly do: "set"; readonly field: "band" | "mode" | "ownCall" | "call"; readonly value: string };

export interface Miss {
  readonly cause: Cause;
  readonly nearest: OurContact | null;
  /** Theirs after ours, seconds. */
  readonly apart: number;
}

const DAY = 86_400;
/** Clocks are wrong by whole or half hours. */
const HALF_HOUR = 1800;

/**
 * Which contact of ours a statement nearly meets, and what keeps the two apart.
 *
 * @param withStation our contacts with the station
 * @param atThatTime our contacts on the band within the tolerance of its time, with whomever
 */
export function missOf(told: Told, withStation: readonly OurContact[], atThatTime: readonly OurContact[]): Miss {
  const compared = withStation
    .map((ours) => ({ ours, match: compareContacts(ours, told, CONFIRM_TOLERANCE) }))
    .sort((a, b) => distance(a.ours, told) - distance(b.ours, told));
  const apartOf = (ours: OurContact) => told.startedAt - ours.startedAt;
  const same = compared.filter(({ match }) => match.kind !== "different").map(({ ours }) => ours);
  const ownTwin = same.find((ours) => isUnder(ours, told));
  if (ownTwin !== undefined)
    return { cause: ownTwin.isConfirmed ? "confirmed" : "met", nearest: ownTwin, apart: apartOf(ownTwin) };
  if (same[0] !== undefined) return { cause: "own call", nearest: same[0], apart: apartOf(same[0]) };

  const within = compared.filter(({ match }) => match.kind === "different" && Math.abs(match.apart) <= DAY);
  const near = within.find(({ ours }) => isUnder(ours, told)) ?? within[0];
  if (near?.match.kind === "different") {
    const [only, ...more] = near.match.by;
    const isOne = only !== undefined && only !== "call" && more.length === 0 && isUnder(near.ours, told);
    const cause = isOne ? only : "several";
    return { cause, nearest: near.ours, apart: near.match.apart };
  }
  const misheard = atThatTime.find(
    (ours) =>
      !ours.isConfirmed &&
      isUnder(ours, told) &&
      ours.band === told.band &&
      ours.modeGroup === told.modeGroup &&
      Math.abs(apartOf(ours)) <= CONFIRM_TOLERANCE &&
      isLetterApart(ours.baseCall, told.baseCall),
  );
  if (misheard !== undefined) return { cause: "call", nearest: misheard, apart: apartOf(misheard) };
  return {
    cause: "none",
    nearest: compared[0]?.ours ?? null,
    apart: compared[0] === undefined ? 0 : apartOf(compared[0].ours),
  };
}

/** Whether a contact was made under the call that a statement is about; what does not say may be. */
export function isUnder(ours: Pick<OurContact, "ownCall">, told: Pick<Told, "ownCall">): boolean {
  return ours.ownCall === null || told.ownCall === null || baseCall(ours.ownCall) === baseCall(told.ownCall);
}

function distance(a: MatchFacts, b: MatchFacts): number {
  return Math.abs(a.startedAt - b.startedAt) + (a.band === b.band ? 0 : 600) + (a.modeGroup === b.modeGroup ? 0 : 600);
}

interface Grouped<Item> {
  readonly told: Item;
  readonly miss: Miss;
  readonly mend: Mend | null;
}

/** Statements that the same thing keeps from our contacts. */
export interface MissGroup<Item> {
  readonly cause: Cause;
  readonly text: string;
  readonly items: readonly Grouped<Item>[];
  /** The mend of all of them at once; null where each needs its own look. */
  readonly mend: Mend | null;
}

/** Groups by what keeps them apart, the most useful causes first, and in a cause the largest group. */
export function groupMisses<Item extends Told>(
  misses: readonly { readonly told: Item; readonly miss: Miss }[],
): MissGroup<Item>[] {
  const groups = new Map<string, Grouped<Item>[]>();
  for (const one of misses) {
    const key = keyOf(one.told, one.miss);
    groups.set(key, [...(groups.get(key) ?? []), { ...one, mend: mendOf(one.told, one.miss) }]);
  }
  return [...groups.values()]
    .map((items) => ({ cause: items[0]!.miss.cause, text: groupText(items), items, mend: mendOfGroup(items) }))
    .sort((a, b) => CAUSES.indexOf(a.cause) - CAUSES.indexOf(b.cause) || b.items.length - a.items.length);
}

function keyOf(told: Told, { cause, nearest, apart }: Miss): string {
  switch (cause) {
    case "time":
      return `time ${halfHours(apart)}`;
    case "band":
      return `band ${told.band} ${nearest?.band}`;
    case "mode":
      return `mode ${told.mode} ${nearest?.mode}`;
    case "own call":
      return `own call ${told.ownCall} ${nearest?.ownCall}`;
    default:
      return cause;
  }
}

function halfHours(apart: number): number {
  return Math.round(apart / HALF_HOUR);
}

/** How our contact would be mended, if the others are right; null where that needs a look. */
export function mendOf(told: Told, { cause, nearest, apart }: Miss): Mend | null {
  if (nearest === null) return null;
  switch (cause) {
    case "time":
      return { do: "shift", seconds: Math.round(apart / 60) * 60 };
    case "band":
      return { do: "set", field: "band", value: told.band };
    case "mode":
      return { do: "set", field: "mode", value: told.mode };
    case "own call":
      return told.ownCall === null ? null : { do: "set", field: "ownCall", value: told.ownCall };
    case "call":
      return { do: "set", field: "call", value: told.call };
    default:
      return null;
  }
}

/**
 * The mend of a whole group: where it is one contact, or several stations agree about one day. Where stations differ on
 * several days, most of them are wrong, and not we.
 */
function mendOfGroup(items: readonly Grouped<Told>[]): Mend | null {
  const { miss, mend } = items[0]!;
  if (items.length === 1 || miss.cause === "own call") return mend;
  if (miss.cause === "call" || !agreeAboutADay(items)) return null;
  return miss.cause === "time" ? { do: "shift", seconds: halfHours(miss.apart) * HALF_HOUR } : mend;
}

/** So many stations are not wrong together. */
const AGREEING = 3;

function agreeAboutADay(items: readonly Grouped<Told>[]): boolean {
  const days = new Set(items.map(({ miss }) => dayOf(miss)));
  return days.size === 1 && new Set(items.map(({ told }) => told.baseCall)).size >= AGREEING;
}

function dayOf({ nearest }: Miss): string {
  return nearest === null ? "" : isoTime(nearest.startedAt).slice(0, 10);
}

/** What keeps a group apart, in a sentence; whose clock was wrong is asked where several stations agree. */
function groupText(items: readonly Grouped<Told>[]): string {
  const { told, miss } = items[0]!;
  switch (miss.cause) {
    case "met":
      return "they meet a contact now";
    case "time": {
      const seconds = halfHours(miss.apart) * HALF_HOUR;
      const about = `their time is about ${spanText(seconds)} ${seconds > 0 ? "after" : "before"} yours`;
      if (!agreeAboutADay(items)) return about;
      return `${about}, by ${items.length} contacts: was your clock wrong on ${dayOf(miss)}?`;
    }
    case "call":
      return "your log has a call that is one letter off";
    case "several":
      return "more than one thing differs";
    case "none":
      return "no contact near that time is in this log";
    default:
      return missText(told, miss);
  }
}

/** What keeps one statement apart, in a sentence. */
export function missText(told: Told, { cause, nearest, apart }: Miss): string {
  if (nearest === null) return `no contact with ${told.baseCall} in this log`;
  if (cause === "met") return "it meets a contact now";
  if (cause === "confirmed") return "the contact that they mean is confirmed already";
  const parts: string[] = [];
  if (cause === "call") parts.push(`your log says ${nearest.call}`);
  if (!isUnder(nearest, told)) parts.push(`they worked ${told.ownCall}, your log says ${nearest.ownCall}`);
  if (told.band !== nearest.band)
    parts.push(`they say ${bandLabel(told.band)}, your log says ${bandLabel(nearest.band)}`);
  if (told.modeGroup !== nearest.modeGroup) parts.push(`they say ${told.mode}, your log says ${nearest.mode}`);
  if (Math.abs(apart) > CONFIRM_TOLERANCE)
    parts.push(`their time is ${spanText(apart)} ${apart > 0 ? "after" : "before"} yours`);
  return parts.join("; ");
}
