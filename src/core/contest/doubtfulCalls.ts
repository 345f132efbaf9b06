import { resolve } from "../entity";
import { isLetterApart } from "../callsign";
import type { CheckedContact } from "./check";
import { partsOf, typeRead } from "./exchange";
import type { Rules } from "./rules";
import type { Scoreboard } from "./score";

/** What is known of calls outside a contest's log. Calls are base calls. */
export interface KnownCalls {
  /** How often each was worked outside this contest. */
  readonly worked: ReadonlyMap<string, number>;
  /** Whether a directory lists a call; null where it was never asked. */
  readonly listed: (call: string) => boolean | null;
}

/** A call that was perhaps meant as another one. */
export interface DoubtfulCall {
  readonly contact: CheckedContact;
  readonly other: string;
  /** How likely the logged call is wrong, from 0 to 1. */
  readonly weight: number;
  readonly text: string;
}

/** Of the calls that people log so many are wrong, before anything else is known. */
const WRONG = 0.02;
/** Of the wrong ones, so many are a letter off one that is worked in the same contest, or at another time. */
const OFF_ONE_WORKED_HERE = 0.5;
const OFF_ONE_OF_THE_LOG = 0.3;
const OFTEN = 2;
/** So many calls tell how densely they lie. */
const SAMPLE = 300;

/** How many times likelier each makes it that the other call was meant. */
const RATIO = {
  listed: 0.03,
  onlyOtherListed: 4,
  allocatedToNobody: 30,
  /** It was worked on this band before: who calls again is usually told so. */
  workedOnBand: 0.5,
  /** It was on another band within these minutes: nobody is in two places. */
  elsewhere: 0.1,
  serialFits: 5,
  serialDoesNot: 0.05,
  /** A part is another than the other station gave; the same, at most. */
  otherPart: 0.05,
  samePart: 20,
  /** The zone is the other's, and not that of the logged call. */
  otherZone: 10,
};
const ELSEWHERE_SECONDS = 120;
/** The quickest that serials count on, and how far ahead of that a station may be. */
const SERIALS_A_MINUTE = 4;
const SERIALS_AHEAD = 20;
/** A station that is worked often is mistaken more often, up to so many times. */
const MOST_TIMES = 6;

/**
 * Calls worked once and never before that are a letter off one that is better known, with how likely it is that the
 * other was meant. Where nearly every call has such a neighbour, having one tells nothing.
 */
export function doubtfulCalls(
  rules: Rules,
  board: Scoreboard,
  contacts: readonly CheckedContact[],
  known: KnownCalls,
): DoubtfulCall[] {
  const byCall = new Map<string, CheckedContact[]>();
  for (const contact of contacts) {
    const of = byCall.get(contact.baseCall);
    if (of === undefined) byCall.set(contact.baseCall, [contact]);
    else of.push(contact);
  }
  const often = [...byCall].filter(([, of]) => of.length >= OFTEN).map(([call]) => call);
  const all = [...new Set([...byCall.keys(), ...known.worked.keys()])];
  const pools = [
    { near: neighbours(often), share: OFF_ONE_WORKED_HERE },
    { near: neighbours([...known.worked.keys()]), share: OFF_ONE_OF_THE_LOG },
  ].map((pool) => ({ ...pool, chance: chanceOfNeighbour(pool.near, all) }));
  const shares = partShares(rules, board, contacts);

  return contacts.flatMap((contact) => {
    const { baseCall } = contact;
    if (byCall.get(baseCall)!.length > 1 || known.worked.has(baseCall)) return [];
    let best: DoubtfulCall | null = null;
    for (const { near, share, chance } of pools)
      for (const other of near(baseCall)) {
        const found = weigh(contact, other, (WRONG * share) / chance(baseCall));
        if (best === null || found.weight > best.weight) best = found;
      }
    return best === null ? [] : [best];
  });

  function weigh(contact: CheckedContact, other: string, oddsBefore: number): DoubtfulCall {
    const { baseCall, band, startedAt } = contact;
    const theirs = byCall.get(other) ?? [];
    const reasons: string[] = [];
    let odds = oddsBefore * Math.max(1, Math.min(theirs.length, MOST_TIMES) / OFTEN);
    if (known.listed(baseCall) === true) odds *= RATIO.listed;
    else if (known.listed(baseCall) === false && known.listed(other) === true) {
      odds *= RATIO.onlyOtherListed;
      reasons.push(`the directory lists it, and not ${baseCall}`);
    }
    if (contact.entityCode === null && resolve(contact.call, startedAt).country === null)
      odds *= RATIO.allocatedToNobody;
    if (theirs.some((one) => one.band === band)) odds *= RATIO.workedOnBand;
    if (theirs.some((one) => one.band !== band && Math.abs(one.startedAt - startedAt) <= ELSEWHERE_SECONDS))
      odds *= RATIO.elsewhere;
    const serial = serialRatio(contact, theirs);
    if (serial > 1) reasons.push(`serial ${contact.serialReceived} fits among its own`);
    odds *= serial * partsRatio(contact, other, theirs, reasons);
    const how = theirs.length > 1 ? `worked ${theirs.length} times` : "a known call";
    const why = reasons.length === 0 ? "" : ` For ${other}: ${reasons.join(", ")}.`;
    return {
      contact,
      other,
      weight: odds / (1 + odds),
      text: `${baseCall} is one letter off ${other}, ${how}.${why}`,
    };
  }

  /** What the parts say that a station gives the same to everybody. */
  function partsRatio(
    contact: CheckedContact,
    other: string,
    theirs: readonly CheckedContact[],
    reasons: string[],
  ): number {
    const judged = board.judgementOf(contact.id);
    if (judged === undefined) return 1;
    let ratio = 1;
    for (const part of partsOf(rules, judged.side)) {
      const { id, label } = part;
      const type = typeRead(part, { types: judged.partTypes });
      const value = judged.parts[id];
      if (value === undefined || type === "serial" || type === "report") continue;
      if (type === "cqZone" || type === "ituZone") {
        // Calls of one letter's difference mostly lie in one zone, whichever was meant.
        const [own, others] = [baseZone(contact.call), baseZone(other)].map((zone) => zone(contact.startedAt, type));
        if (own === Number(value) || others !== Number(value)) continue;
        ratio *= RATIO.otherZone;
        reasons.push(`${label} ${value} is its own`);
        continue;
      }
      const given = theirs.map((one) => board.judgementOf(one.id)?.parts[id]).filter((one) => one !== undefined);
      if (given.length === 0) continue;
      if (!given.includes(value)) ratio *= RATIO.otherPart;
      else {
        ratio *= Math.min(RATIO.samePart, 1 / shares(id, value));
        reasons.push(`${label} ${value} is the same`);
      }
    }
    return ratio;
  }
}

const baseZone = (call: string) => (at: number, type: "cqZone" | "ituZone") => resolve(call, at)[type];

/** Whether the received serial fits into the series that a station sent. */
function serialRatio({ serialReceived, startedAt }: CheckedContact, theirs: readonly CheckedContact[]): number {
  if (serialReceived === null) return 1;
  const series = theirs.filter((one) => one.serialReceived !== null);
  if (series.length === 0) return 1;
  const before = series.findLast((one) => one.startedAt <= startedAt);
  const after = series.find((one) => one.startedAt > startedAt);
  const most = (from: CheckedContact) =>
    from.serialReceived! + SERIALS_AHEAD + ((startedAt - from.startedAt) / 60) * SERIALS_A_MINUTE;
  const fits =
    (before === undefined || (serialReceived > before.serialReceived! && serialReceived <= most(before))) &&
    (after === undefined ||
      (serialReceived < after.serialReceived! && serialReceived >= most(after) - 2 * SERIALS_AHEAD));
  return fits ? RATIO.serialFits : RATIO.serialDoesNot;
}

/** How many of the contacts give a value for a part, as a share. */
function partShares(
  rules: Rules,
  board: Scoreboard,
  contacts: readonly CheckedContact[],
): (part: string, value: string) => number {
  const counts = new Map<string, number>();
  for (const { id } of contacts)
    for (const [part, value] of Object.entries(board.judgementOf(id)?.parts ?? {}))
      counts.set(`${part} ${value}`, (counts.get(`${part} ${value}`) ?? 0) + 1);
  return (part, value) => ((counts.get(`${part} ${value}`) ?? 0) + 1) / (contacts.length + 2);
}

type Neighbours = (call: string) => readonly string[];

/** How likely a call that is right has a neighbour, by the calls that are known but the one that is looked at. */
function chanceOfNeighbour(near: Neighbours, calls: readonly string[]): (but: string) => number {
  const step = Math.max(1, Math.floor(calls.length / SAMPLE));
  const sample = new Set(calls.filter((_, index) => index % step === 0));
  const having = new Set([...sample].filter((call) => near(call).length > 0));
  const without = (of: ReadonlySet<string>, call: string) => of.size - (of.has(call) ? 1 : 0);
  // Of few calls not much is known: as if ten more had been looked at, and hardly one had a neighbour.
  return (but) => (without(having, but) + 0.1) / (without(sample, but) + 10);
}

/** So many calls are kept with what is left when a letter is taken out. */
const MOST_ALIKE = 50;

/** Finds calls one letter off, by what is left when a letter is taken out: no pair has to be compared that is not near. */
function neighbours(calls: readonly string[]): Neighbours {
  const shortened = new Map<string, string[]>();
  const cuts = (call: string) => [call, ...Array.from(call, (_, at) => call.slice(0, at) + call.slice(at + 1))];
  for (const call of calls) {
    for (const cut of cuts(call)) {
      const list = shortened.get(cut);
      if (list === undefined) shortened.set(cut, [call]);
      else if (list.length < MOST_ALIKE) list.push(call);
    }
  }
  return (call) => {
    const found = new Set<string>();
    for (const cut of cuts(call))
      for (const other of shortened.get(cut) ?? [])
        if (other !== call && !found.has(other) && isLetterApart(call, other)) found.add(other);
    return [...found];
  };
}
