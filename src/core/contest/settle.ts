import type { CompleteContact } from "../contact/contact";
import { secondsOf } from "../contact/seconds";
import {
  heldParts,
  keepExchange,
  keptTexts,
  partsOf,
  readParts,
  receivedParts,
  type Sender,
  valueOfType,
} from "./exchange";
import type { Part, Rules } from "./rules";
import { placeOf, sideOf, stationByCall, stationOf } from "./station";

/** What follows from an exchange in a contact. */
export type Settled = Partial<
  Pick<
    CompleteContact,
    | "partsSent"
    | "partsReceived"
    | "serialSent"
    | "serialReceived"
    | "reportSent"
    | "reportReceived"
    | "exchangeSent"
    | "exchangeReceived"
    | FollowingFact
  >
>;

/** Facts of a contact that the received exchange may say, by the type of the part that says them. */
const SAID_BY = { name: "name", grid: "grid", state: "subdivision", cqZone: "cqZone", ituZone: "ituZone" } as const;
type FollowingFact = keyof typeof SAID_BY;
const FOLLOWING = Object.entries(SAID_BY) as [FollowingFact, Part["type"]][];

/** What the exchange of a contact depends on, and what it is kept in. */
const RELEVANT = [
  "call",
  "startedAt",
  "entityCode",
  "continent",
  "contestId",
  "ownCall",
  "ownGrid",
  "name",
  "grid",
  "state",
  "cqZone",
  "ituZone",
  ...(["Sent", "Received"] as const).flatMap(
    (way) => [`parts${way}`, `serial${way}`, `report${way}`, `exchange${way}`] as const,
  ),
] satisfies (keyof CompleteContact)[];

/**
 * What follows from the exchange of a contact that was made or changed: its parts, the texts that other programs know
 * instead of them, and facts that the exchange says. Where parts and texts were changed the parts decide; a text that
 * was changed alone is understood anew. A fact that was given apart from the exchange stays.
 *
 * @param before the contact as it was; null for a new one
 * @param after the contact with all that is changed
 */
export function settleExchange(rules: Rules, before: CompleteContact | null, after: CompleteContact): Settled {
  if (before !== null && RELEVANT.every((key) => isSame(before[key], after[key]))) return {};
  const own = stationOf(rules, {
    ...stationByCall(after.ownCall ?? "", secondsOf(after.startedAt)),
    grid: after.ownGrid,
  });
  const ours = { parts: partsOf(rules, own.side), mode: after.mode, entity: own.entity };
  const theirs = { parts: partsOf(rules, sideOf(rules, after)), mode: after.mode, entity: after.entityCode };
  const settled: Settled = {
    ...settleWay(rules, "Sent", ours, before, after),
    ...settleWay(rules, "Received", theirs, before, after),
  };
  return { ...settled, ...factsFollowing(rules, before, { ...after, ...settled }) };
}

/**
 * What an earlier version wrote down has texts and no parts: where the texts that it brings back are not those of the
 * parts, the parts are understood from them.
 *
 * @param patch what is brought back
 * @param after the contact with it
 */
export function withoutStaleParts(rules: Rules, patch: Partial<CompleteContact>, after: CompleteContact): Settled {
  const stale: Settled = {};
  for (const way of ["Sent", "Received"] as const) {
    const texts = [`serial${way}`, `report${way}`, `exchange${way}`] as const;
    if (`parts${way}` in patch || !texts.some((key) => key in patch)) continue;
    const settled = settleExchange(rules, null, after);
    if (texts.some((key) => key in settled && settled[key] !== after[key])) stale[`parts${way}`] = null;
  }
  return stale;
}

interface Way extends Sender {
  /** Those that its side sends. */
  readonly parts: readonly Part[];
}

function settleWay(
  rules: Rules,
  way: "Sent" | "Received",
  of: Way,
  before: CompleteContact | null,
  after: CompleteContact,
): Settled {
  const { parts } = of;
  const isOfParts =
    before === null || before.contestId !== after.contestId || !isSame(before[`parts${way}`], after[`parts${way}`]);
  const typed = { ...heldParts(rules, parts, keptTexts(way, isOfParts ? after : before), of) };
  if (!isOfParts) {
    // Of what is kept as texts only that which was changed is understood anew.
    const now = heldParts(rules, parts, { ...keptTexts(way, after), parts: null }, of);
    for (const { id, type } of parts) {
      const key = type === "serial" ? (`serial${way}` as const) : type === "report" ? (`report${way}` as const) : null;
      if (isSame(before[key ?? `exchange${way}`], after[key ?? `exchange${way}`])) continue;
      if (now[id] === undefined) delete typed[id];
      else typed[id] = now[id];
    }
  }
  const { serial, report, exchange } = keepExchange(parts, { ...typed, ...readParts(rules, parts, typed, of) });
  const has = (type: "serial" | "report") => parts.some((part) => part.type === type);
  const hasOther = parts.some(({ type }) => type !== "serial" && type !== "report");
  return {
    [`parts${way}`]: Object.keys(typed).length === 0 ? null : typed,
    ...(has("serial") ? { [`serial${way}`]: serial } : {}),
    ...(has("report") && report !== null ? { [`report${way}`]: report } : {}),
    ...(hasOther ? { [`exchange${way}`]: exchange } : {}),
  };
}

/** What is neither the exchange's nor the call's was given apart, and stays. */
function factsFollowing(rules: Rules, before: CompleteContact | null, after: CompleteContact): Settled {
  const [said, meant] = [factsSaid(rules, after), factsByCall(after)];
  const earlier = before === null ? null : { said: factsSaid(rules, before), meant: factsByCall(before) };
  const facts: Record<string, string | number | null> = {};
  for (const [key] of FOLLOWING) {
    const given = after[key];
    const followed = earlier !== null && (before![key] === earlier.said[key] || before![key] === earlier.meant[key]);
    const isApart = given !== null && given !== meant[key] && !(followed && given === before![key]);
    if (!isApart) facts[key] = said[key] ?? meant[key];
  }
  return facts;
}

type Facts = Readonly<Partial<Record<FollowingFact, string | number | null>>>;

function factsSaid(rules: Rules, contact: CompleteContact): Facts {
  const side = sideOf(rules, contact);
  const parts = partsOf(rules, side);
  const read = receivedParts(rules, side, contact);
  const facts: Record<string, string | number> = {};
  for (const [key, type] of FOLLOWING) {
    const value = valueOfType(parts, read, type);
    if (value !== undefined) facts[key] = key === "cqZone" || key === "ituZone" ? Number(value) : value;
  }
  return facts;
}

function factsByCall(contact: CompleteContact): Record<FollowingFact, string | number | null> {
  const { cqZone, ituZone } = placeOf(contact);
  return { name: null, grid: null, state: null, cqZone, ituZone };
}

function isSame(one: unknown, other: unknown): boolean {
  return one === other || (typeof one === "object" && JSON.stringify(one) === JSON.stringify(other));
}
