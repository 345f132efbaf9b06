import { bandLabel, type ModeGroup } from "../band";
import { gridCenter, pathBetween } from "../geo";
import { type ConditionFacts, conditionText, holds, type StationFacts } from "./condition";
import { modeNames } from "./contestModes";
import { formsOf, partsOf, type ReadParts, receivedParts, typeRead, type TypedParts } from "./exchange";
import { type Period, sessionPeriods } from "./period";
import type { Category, CountedPer, Multiplier, Part, PartType, PointsRule, Rules, Session } from "./rules";
import { sameStationKey, sentParts, sideOf, type StationGiven, stationOf } from "./station";

/** A contact as scoring needs it. Times in seconds since 1970 UTC. */
export interface ContestContact extends StationGiven {
  readonly id: number;
  readonly startedAt: number;
  readonly baseCall: string;
  readonly band: string;
  readonly mode: string;
  readonly submode: string | null;
  readonly modeGroup: ModeGroup;
  readonly reportReceived: string | null;
  readonly serialReceived: number | null;
  readonly exchangeReceived: string | null;
  /** Why it is not to be counted, where the operator says so. */
  readonly notClaimed: string | null;
  /** As they were typed; null where only the texts are known. */
  readonly partsReceived: TypedParts | null;
  /** What we sent, where it is known; the entrant's own parts otherwise. */
  readonly partsSent?: TypedParts | null;
}

/** Who enters, and with what; all that the score depends on besides the contacts. */
export interface Entrant extends StationGiven {
  readonly period: Period;
  /** Watts; null where it was not said. */
  readonly power: number | null;
  /** Ids of the bonuses that are claimed. */
  readonly bonuses: readonly string[];
  /** Null where it was not said: then nothing is by it. */
  readonly category: Category | null;
  /** What the entrant sends to everybody, by the parts' ids. */
  readonly sent: TypedParts;
}

/** One multiplier of a contact. */
export interface MultiplierItem {
  readonly id: string;
  readonly label: string;
  readonly item: string;
  /** Where it counts once: "" in the whole contest, or a band, a mode group, a session, an hour, as in "20m CW". */
  readonly within: string;
  /** The entity whose item it is, for one that is such of its entity alone; else null. */
  readonly entity: number | null;
}

/** What a contact is worth by itself, whatever else is in the log. */
export interface Assessment {
  /** Why it does not count; null when it does, unless it is a duplicate. */
  readonly refused: string | null;
  readonly points: number;
  /** Why so many points: the condition in words. */
  readonly why: string;
  readonly multipliers: readonly MultiplierItem[];
  readonly duplicateKey: string;
  readonly parts: Readonly<Record<string, string>>;
  /** As what each of those was read that can be several things. */
  readonly partTypes: ReadParts["types"];
  readonly side: string;
  /** In which session it was made; null where it is in none, or there are none. */
  readonly session: Session | null;
}

/** Looks at contacts one by one, by the rules and for one entrant. */
export function assessor(rules: Rules, entrant: Entrant): (contact: ContestContact) => Assessment {
  const ours = stationOf(rules, entrant, sentParts(rules, entrant.sent, entrant.entityCode));
  const ownPoint = gridCenter(entrant.grid);
  const { from, to } = entrant.period;
  const isNamed = { bands: new Set(rules.bands), modes: new Set(rules.modes) };
  const pointsWhy = rules.points.map(({ if: condition }) => (condition === undefined ? "" : conditionText(condition)));
  const calls = new Map<string, ByCall>();
  const idsBySide = new Map<string, PlaceIds>();
  const idsOf = (side: string): PlaceIds => {
    let ids = idsBySide.get(side);
    if (ids === undefined) idsBySide.set(side, (ids = placeIds(partsOf(rules, side))));
    return ids;
  };
  const runs = sessionPeriods(rules, entrant.period);
  const needsDistance = JSON.stringify(rules.points).includes("perKm") || JSON.stringify(rules).includes('"distance"');

  return (contact) => {
    const side = sideOf(rules, contact);
    const read = receivedParts(rules, side, contact);
    const parts = read.values;
    const theirs = stationFacts(contact, side, read);
    const facts: ConditionFacts = {
      ours,
      theirs,
      band: contact.band,
      modes: modeNames(contact),
      distance: needsDistance ? distanceTo(theirs) : null,
      parts,
      partTypes: read.types,
      minute: Math.floor(contact.startedAt / 60) % MINUTES_A_DAY,
    };
    const session = sessionAt(contact.startedAt);
    const because = refusal(contact, facts, session);
    const { points, why } = because === null ? pointsFor(facts) : NO_POINTS;
    return {
      refused: because,
      points,
      why,
      multipliers: because === null ? multipliersOf(facts, contact, read, session) : [],
      duplicateKey: duplicateKey(contact, parts, session),
      parts,
      partTypes: read.types,
      side,
      session,
    };
  };

  /** What a call tells, worked out once. */
  function byCall(contact: ContestContact): ByCall {
    let known = calls.get(contact.call);
    if (known === undefined) {
      const { call, prefix, portable } = stationOf(SIDELESS, contact);
      calls.set(contact.call, (known = { call, prefix, portable, key: sameStationKey(rules, contact) }));
    }
    return known;
  }

  function stationFacts(contact: ContestContact, side: string, read: ReadParts): StationFacts {
    const { call, prefix, portable } = byCall(contact);
    const { cqZone, ituZone, grid } = heard(contact, idsOf(side), read);
    const { entityCode: entity, continent } = contact;
    const gridField = grid?.slice(0, 2).toUpperCase() ?? null;
    return { call, prefix, portable, side, entity, continent, cqZone, ituZone, grid, gridField };
  }

  function duplicateKey(contact: ContestContact, parts: Readonly<Record<string, string>>, session: Session | null) {
    const { per, hours, parts: moving } = rules.duplicates;
    let key = `${byCall(contact).key}|${withinOf(rules, entrant.period, per, contact, session)}`;
    if (hours !== undefined) key += `|${Math.floor((contact.startedAt - from) / (hours * HOUR))}`;
    const own = contact.partsSent ?? entrant.sent;
    for (const id of moving) key += `|${parts[id] ?? ""}|${own[id]?.trim().toUpperCase() ?? ""}`;
    return key;
  }

  function refusal(contact: ContestContact, facts: ConditionFacts, session: Session | null): string | null {
    if (contact.notClaimed !== null) return `not claimed: ${contact.notClaimed}`;
    if (contact.startedAt < from) return "before the start";
    if (contact.startedAt >= to) return "after the end";
    if (rules.sessions.length > 0 && session === null) return "between the sessions";
    const { band, mode: wide, submode } = contact;
    if (!isNamed.bands.has(band)) return `${bandLabel(band)} is no band of this contest`;
    if (session?.bands?.includes(band) === false)
      return `${bandLabel(band)} is no band of the session ${session.label}`;
    const mode = submode ?? wide;
    if (!facts.modes.some((name) => isNamed.modes.has(name))) return `${mode} is no mode of this contest`;
    if (session?.modes !== undefined && !facts.modes.some((name) => session.modes!.includes(name)))
      return `${mode} is no mode of the session ${session.label}`;
    if (facts.theirs.call === ours.call) return "it is our own call";
    if (rules.workable !== undefined && !holds(rules.workable, facts, rules.conditions))
      return `does not count; it must be: ${conditionText(rules.workable)}`;
    return null;
  }

  function sessionAt(at: number): Session | null {
    return runs.find(({ from: begins, to: ends }) => at >= begins && at < ends)?.session ?? null;
  }

  function distanceTo({ grid }: StationFacts) {
    const point = gridCenter(grid);
    return ownPoint === null || point === null ? null : pathBetween(ownPoint, point).distanceKm;
  }

  function pointsFor(facts: ConditionFacts): { points: number; why: string } {
    const index = rules.points.findIndex(
      ({ if: condition }) => condition === undefined || holds(condition, facts, rules.conditions),
    );
    const rule = rules.points[index];
    if (rule === undefined) return { points: 0, why: "no rule gives points for it" };
    return pointsBy(rule.points, facts, pointsWhy[index] || "any other contact");
  }

  function multipliersOf(
    facts: ConditionFacts,
    contact: ContestContact,
    read: ReadParts,
    session: Session | null,
  ): MultiplierItem[] {
    const found: MultiplierItem[] = [];
    for (const multiplier of rules.multipliers) {
      if (multiplier.if !== undefined && !holds(multiplier.if, facts, rules.conditions)) continue;
      const item = itemOf(multiplier, facts);
      if (item === null || item === "") continue;
      const { id, label, part } = multiplier;
      const own = part === undefined ? undefined : partsOf(rules, facts.theirs.side).find((one) => one.id === part);
      const ofEntity = own !== undefined && typeRead(own, read) === "subdivision";
      const within = withinOf(rules, entrant.period, multiplier.per, contact, session);
      found.push({ id, label, item, within, entity: ofEntity ? contact.entityCode : null });
    }
    return found;
  }
}

const NO_POINTS = { points: 0, why: "" } as const;
const MINUTES_A_DAY = 1440;
const HOUR = 3600;

/** The points of a rule, and why so many. */
function pointsBy(points: PointsRule, facts: ConditionFacts, why: string): { points: number; why: string } {
  if (typeof points === "number") return { points, why };
  if ("part" in points) {
    const number = Number(facts.parts[points.part] ?? NaN);
    if (Number.isNaN(number)) return { points: points.base, why: `no number was received as ${points.part}` };
    return { points: points.base + number * points.points, why: `${points.part} ${number}` };
  }
  if (facts.distance === null) return { points: 0, why: "the distance is not known: a grid is missing" };
  const { base, perKm, points: each, round } = points;
  const steps = facts.distance / perKm;
  // The nearest station is still a step away.
  const whole =
    round === "up" ? Math.max(1, Math.ceil(steps)) : round === "down" ? Math.floor(steps) : Math.round(steps);
  return { points: base + whole * each, why: `${Math.round(facts.distance)} km` };
}

/** The side is told before. */
const SIDELESS = { sides: [], conditions: {} };

/** The ids of the parts that say where a station is; "" for one that its side does not send. */
interface PlaceIds {
  readonly cqZone: string;
  readonly ituZone: string;
  readonly grid: string;
}

function placeIds(parts: readonly Part[]): PlaceIds {
  const idOf = (type: PartType) => parts.find((part) => formsOf(part).some((form) => form.type === type))?.id ?? "";
  return { cqZone: idOf("cqZone"), ituZone: idOf("ituZone"), grid: idOf("grid") };
}

/** What a call tells, wherever it is heard. */
interface ByCall extends Pick<StationFacts, "call" | "prefix" | "portable"> {
  /** What tells the station from others, by the rule of what is the same one. */
  readonly key: string;
}

/** Where a station is by what it sent, which is more to be believed than what a directory or the call says. */
function heard(
  { cqZone, ituZone, grid }: ContestContact,
  ids: PlaceIds,
  { values, types }: ReadParts,
): Pick<StationFacts, "cqZone" | "ituZone" | "grid"> {
  const valueOf = (type: keyof PlaceIds) => {
    const id = ids[type];
    return types[id] === undefined || types[id] === type ? values[id] : undefined;
  };
  const [saidCq, saidItu] = [valueOf("cqZone"), valueOf("ituZone")];
  return {
    cqZone: saidCq === undefined ? cqZone : Number(saidCq),
    ituZone: saidItu === undefined ? ituZone : Number(saidItu),
    grid: valueOf("grid") ?? grid,
  };
}

function itemOf({ of, part }: Multiplier, { theirs, parts }: ConditionFacts): string | null {
  const { grid } = theirs;
  switch (of) {
    case "prefix":
      return theirs.prefix;
    case "entity":
      return theirs.entity === null ? null : String(theirs.entity);
    case "continent":
      return theirs.continent;
    case "cqZone":
      return theirs.cqZone === null ? null : String(theirs.cqZone);
    case "ituZone":
      return theirs.ituZone === null ? null : String(theirs.ituZone);
    case "gridField":
      return grid?.slice(0, 2).toUpperCase() ?? null;
    case "gridSquare":
      return grid?.slice(0, 4).toUpperCase() ?? null;
    case "call":
      return theirs.call;
    case "part":
      return parts[part!] ?? null;
  }
}

/** What each way of counting tells apart. */
const TOLD_APART: Readonly<Record<CountedPer, readonly ("band" | "mode" | "session" | "hour")[]>> = {
  contest: [],
  band: ["band"],
  mode: ["mode"],
  bandAndMode: ["band", "mode"],
  session: ["session"],
  bandAndSession: ["band", "session"],
  hour: ["hour"],
  bandAndHour: ["band", "hour"],
};

/** Whether each session has a score of its own. */
export function isScoredApart({ sessions, sessionScores }: Pick<Rules, "sessions" | "sessionScores">): boolean {
  return sessionScores === "apart" && sessions.length > 0;
}

/**
 * Within what something counts once, for a contact, as "20m CW"; "" for the whole contest. Where the sessions are
 * scored apart, all counts once within a session.
 */
export function withinOf(
  rules: Pick<Rules, "sessions" | "sessionScores">,
  { from }: Period,
  per: CountedPer,
  { band, modeGroup, startedAt }: Pick<ContestContact, "band" | "modeGroup" | "startedAt">,
  session: Session | null,
): string {
  const apart = isScoredApart(rules);
  if (per === "contest" && !apart) return "";
  if (per === "band" && !apart) return band;
  const told = TOLD_APART[per].map((by) => {
    if (by === "band") return band;
    if (by === "mode") return modeGroup;
    return by === "session" ? (session?.id ?? "") : `hour ${Math.floor((startedAt - from) / HOUR) + 1}`;
  });
  if (apart && !TOLD_APART[per].includes("session")) told.push(session?.id ?? "");
  return told.join(" ");
}

/** All that something can count once within, in order; by the hour only what was worked tells. */
export function withinsOf(
  rules: Pick<Rules, "sessions" | "sessionScores">,
  per: CountedPer,
  bands: readonly string[],
  modes: readonly string[],
): string[] {
  const sessions = rules.sessions.map(({ id }) => id);
  const all = { band: bands, mode: modes, session: sessions, hour: [] };
  const by = [...TOLD_APART[per]];
  if (isScoredApart(rules) && !by.includes("session")) by.push("session");
  return by.reduce<string[]>(
    (some, one) => some.flatMap((word) => all[one].map((next) => (word === "" ? next : `${word} ${next}`))),
    [""],
  );
}
