import { gridCenter, pathBetween } from "../geo";
import { bandLabel, type ModeGroup } from "../band";
import { type ConditionFacts, conditionText, holds, type StationFacts } from "./condition";
import { partsOf, receivedValues, type TypedParts } from "./exchange";
import { modeNames } from "./contestModes";
import type { Period } from "./period";
import { type CountedPer, type Multiplier, type Part, partsCounted, type Rules } from "./rules";
import { sameStationKey, sideOf, type StationGiven, stationOf } from "./station";

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
}

/** Who enters, and with what; all that the score depends on besides the contacts. */
export interface Entrant extends StationGiven {
  readonly period: Period;
  /** Watts; null where it was not said. */
  readonly power: number | null;
  /** Ids of the bonuses that are claimed. */
  readonly bonuses: readonly string[];
}

/** One multiplier of a contact. */
export interface MultiplierItem {
  readonly id: string;
  readonly label: string;
  readonly item: string;
  /** Where it counts once: "" in the whole contest, a band, a mode group, or both. */
  readonly within: string;
  /** The entity whose item it is, for one that is such of its entity alone; else null. */
  readonly entity: number | null;
}

/** What a contact is worth by itself, whatever else is in the log. */
interface Assessment {
  /** Why it does not count; null when it does, unless it is a duplicate. */
  readonly refused: string | null;
  readonly points: number;
  /** Why so many points: the condition in words. */
  readonly why: string;
  readonly multipliers: readonly MultiplierItem[];
  readonly duplicateKey: string;
  readonly parts: Readonly<Record<string, string>>;
  readonly side: string;
}

/** What a contact is worth in its log. */
export interface Judgement extends Assessment {
  readonly duplicate: boolean;
  readonly counts: boolean;
  /** The multipliers that it is the first to bring. */
  readonly fresh: readonly MultiplierItem[];
}

export interface BandScore {
  readonly contacts: number;
  readonly duplicates: number;
  readonly points: number;
  /** By the multiplier's id. What counts once in the contest stands at the band that brought it. */
  readonly multipliers: Readonly<Record<string, number>>;
}

export interface Score {
  readonly bands: Readonly<Record<string, BandScore>>;
  readonly total: BandScore;
  readonly bonus: number;
  readonly powerFactor: number;
  readonly score: number;
}

interface MutableBandScore {
  contacts: number;
  duplicates: number;
  points: number;
  readonly multipliers: Record<string, number>;
}

interface Scored {
  readonly contact: ContestContact;
  readonly assessment: Assessment;
  readonly multiplierKeys: readonly string[];
}

/**
 * The score of a log, kept up to date contact by contact. Putting in or taking out a contact touches only those that
 * share its station or its multipliers; the outcome does not depend on the order in which they came.
 */
export interface Scoreboard {
  put(contact: ContestContact): void;
  remove(id: number): void;
  /** What a contact would be worth, were it logged now. */
  judge(contact: ContestContact): Judgement;
  judgementOf(id: number): Judgement | undefined;
  /** Whether a contact is in the log and could count: duplicates do, what the rules refuse does not. */
  isValid(id: number): boolean;
  /** Items of a multiplier that count, with the band or mode they count in, and by which contact. */
  multipliers(): ReadonlyMap<string, { readonly item: MultiplierItem; readonly contactId: number }>;
  score(): Score;
  /** All contacts, the first first. */
  contacts(): readonly ContestContact[];
  /** The contacts with a station, the newest first. */
  contactsWith(baseCall: string): readonly ContestContact[];
}

export function createScoreboard(rules: Rules, entrant: Entrant): Scoreboard {
  const assess = assessor(rules, entrant);
  const byId = new Map<number, Scored>();
  const byCall = new Map<string, Map<number, ContestContact>>();
  const byStation = new Map<string, Scored[]>();
  const byMultiplier = new Map<string, Scored[]>();
  const bands = new Map<string, MutableBandScore>();
  const bonusCounts = new Map<string, number>();

  const bandOf = (band: string): MutableBandScore => {
    let found = bands.get(band);
    if (found === undefined) bands.set(band, (found = { contacts: 0, duplicates: 0, points: 0, multipliers: {} }));
    return found;
  };
  const move = (scored: Scored, multiplierId: string, by: 1 | -1) => {
    const { multipliers } = bandOf(scored.contact.band);
    multipliers[multiplierId] = (multipliers[multiplierId] ?? 0) + by;
  };

  /** Makes a contact count, or no longer: its points, its multipliers, and its bonuses. */
  function count(scored: Scored, by: 1 | -1): void {
    const { contact, assessment, multiplierKeys } = scored;
    const band = bandOf(contact.band);
    band.contacts += by;
    band.points += by * assessment.points;
    for (const key of bonusKeys(rules, contact)) bonusCounts.set(key, (bonusCounts.get(key) ?? 0) + by);
    assessment.multipliers.forEach(({ id }, index) => {
      const holders = listAt(byMultiplier, multiplierKeys[index]!);
      const before = holders[0];
      if (by === 1) insert(holders, scored);
      else takeOut(holders, scored);
      const after = holders[0];
      if (before === after) return;
      if (before !== undefined) move(before, id, -1);
      if (after !== undefined) move(after, id, 1);
      else byMultiplier.delete(multiplierKeys[index]!);
    });
  }

  function changeStation(scored: Scored, change: (of: Scored[]) => void): void {
    const key = scored.assessment.duplicateKey;
    const of = listAt(byStation, key);
    const [before, lengthBefore] = [of[0], of.length];
    change(of);
    const [after, lengthAfter] = [of[0], of.length];
    if (before !== after) {
      if (before !== undefined) count(before, -1);
      if (after !== undefined) count(after, 1);
    }
    // The first of them counts; each of the others is a duplicate on its own band.
    if (lengthAfter > lengthBefore) duplicateOn(before === after ? scored : before, 1);
    else duplicateOn(before === after ? scored : after, -1);
    if (lengthAfter === 0) byStation.delete(key);
  }
  const duplicateOn = (scored: Scored | undefined, by: 1 | -1) => {
    if (scored !== undefined) bandOf(scored.contact.band).duplicates += by;
  };

  function remove(id: number): void {
    const scored = byId.get(id);
    if (scored === undefined) return;
    byId.delete(id);
    byCall.get(scored.contact.baseCall)?.delete(id);
    if (scored.assessment.refused === null) changeStation(scored, (of) => takeOut(of, scored));
  }

  function judgement(scored: Scored, isLogged: boolean): Judgement {
    const { contact, assessment, multiplierKeys } = scored;
    const first = (list: readonly Scored[] | undefined) => {
      const held = list?.[0];
      return held === undefined || held === scored || (!isLogged && isBefore(contact, held.contact));
    };
    const refused = assessment.refused !== null;
    const duplicate = !refused && !first(byStation.get(assessment.duplicateKey));
    const counts = !refused && !duplicate;
    const fresh = counts
      ? assessment.multipliers.filter((_, index) => first(byMultiplier.get(multiplierKeys[index]!)))
      : [];
    return { ...assessment, duplicate, counts, fresh, points: counts ? assessment.points : 0 };
  }

  const scoredOf = (contact: ContestContact): Scored => {
    const assessment = assess(contact);
    return { contact, assessment, multiplierKeys: assessment.multipliers.map(keyOf) };
  };

  return {
    put(contact) {
      remove(contact.id);
      const scored = scoredOf(contact);
      byId.set(contact.id, scored);
      const withStation = byCall.get(contact.baseCall) ?? new Map<number, ContestContact>();
      byCall.set(contact.baseCall, withStation.set(contact.id, contact));
      if (scored.assessment.refused === null) changeStation(scored, (of) => insert(of, scored));
    },
    remove,
    judge: (contact) => judgement(scoredOf(contact), false),
    judgementOf(id) {
      const scored = byId.get(id);
      return scored === undefined ? undefined : judgement(scored, true);
    },
    isValid: (id) => byId.get(id)?.assessment.refused === null,
    multipliers() {
      const found = new Map<string, { item: MultiplierItem; contactId: number }>();
      for (const [key, [first]] of byMultiplier) {
        if (first === undefined) continue;
        const item = first.assessment.multipliers[first.multiplierKeys.indexOf(key)]!;
        found.set(key, { item, contactId: first.contact.id });
      }
      return found;
    },
    score: () => total(rules, entrant, bands, bonusCounts),
    contactsWith: (call) => [...(byCall.get(call)?.values() ?? [])].sort((a, b) => (isBefore(a, b) ? 1 : -1)),
    contacts: () => [...byId.values()].map(({ contact }) => contact).sort((a, b) => (isBefore(a, b) ? -1 : 1)),
  };
}

function total(
  rules: Rules,
  entrant: Entrant,
  bands: ReadonlyMap<string, BandScore>,
  bonusCounts: ReadonlyMap<string, number>,
): Score {
  const sum: MutableBandScore = { contacts: 0, duplicates: 0, points: 0, multipliers: {} };
  const shown: Record<string, BandScore> = {};
  for (const [band, score] of bands) {
    if (score.contacts === 0 && score.duplicates === 0) continue;
    const multipliers = Object.fromEntries(Object.entries(score.multipliers).filter(([, count]) => count !== 0));
    shown[band] = { ...score, multipliers };
    sum.contacts += score.contacts;
    sum.duplicates += score.duplicates;
    sum.points += score.points;
    for (const [id, count] of Object.entries(multipliers)) sum.multipliers[id] = (sum.multipliers[id] ?? 0) + count;
  }
  let bonus = 0;
  for (const entry of rules.bonuses) {
    if (entry.kind === "claimed") bonus += entrant.bonuses.includes(entry.id) ? entry.points : 0;
    else
      bonus +=
        entry.points * [...bonusCounts].filter(([key, count]) => key.startsWith(`${entry.id} `) && count > 0).length;
  }
  const { power } = entrant;
  const powerFactor =
    power === null ? 1 : (rules.powerFactors.find(({ upToWatts }) => power <= upToWatts)?.factor ?? 1);
  const multiplied = Object.values(sum.multipliers).reduce((all, count) => all + count, 0);
  const factor = rules.multipliers.length === 0 ? 1 : multiplied;
  return { bands: shown, total: sum, bonus, powerFactor, score: sum.points * factor * powerFactor + bonus };
}

/** Looks at contacts one by one, by the rules and for one entrant. */
function assessor(rules: Rules, entrant: Entrant): (contact: ContestContact) => Assessment {
  const ours = stationOf(rules, entrant);
  const ownPoint = gridCenter(entrant.grid);
  const { from, to } = entrant.period;
  const bands = new Set(rules.bands);
  const pointsWhy = rules.points.map(({ if: condition }) => (condition === undefined ? "" : conditionText(condition)));
  const ofEntity = new Set(
    rules.multipliers.filter((one) => partsCounted(rules, one).some(({ type }) => type === "subdivision")),
  );
  const idsBySide = new Map<string, PlaceIds>();
  const idsOf = (side: string): PlaceIds => {
    let ids = idsBySide.get(side);
    if (ids === undefined) idsBySide.set(side, (ids = placeIds(partsOf(rules, side))));
    return ids;
  };
  const needsDistance = JSON.stringify(rules.points).includes("perKm") || JSON.stringify(rules).includes('"distance"');

  return (contact) => {
    const side = sideOf(rules, contact);
    const parts = receivedValues(rules, side, contact);
    const theirs = { ...stationOf(SIDELESS, heard(contact, idsOf(side), parts)), side };
    const facts: ConditionFacts = {
      ours,
      theirs,
      band: contact.band,
      modes: modeNames(contact),
      distance: needsDistance ? distanceTo(theirs) : null,
      parts,
    };
    const because = refusal(contact, facts);
    const scored = because === null ? pointsFor(facts) : { points: 0, why: "" };
    const periodNumber =
      rules.duplicates.hours === undefined
        ? ""
        : Math.floor((contact.startedAt - from) / (rules.duplicates.hours * 3600));
    return {
      refused: because,
      ...scored,
      multipliers: because === null ? multipliersOf(facts, contact, parts) : [],
      duplicateKey: `${sameStationKey(rules, contact)} ${withinOf(rules.duplicates.per, contact)} ${periodNumber}`,
      parts,
      side,
    };
  };

  function refusal(contact: ContestContact, facts: ConditionFacts): string | null {
    if (contact.notClaimed !== null) return `not claimed: ${contact.notClaimed}`;
    if (contact.startedAt < from) return "before the start";
    if (contact.startedAt >= to) return "after the end";
    if (!bands.has(contact.band)) return `${bandLabel(contact.band)} is no band of this contest`;
    if (!modeNames(contact).some((name) => rules.modes.includes(name)))
      return `${contact.submode ?? contact.mode} is no mode of this contest`;
    if (facts.theirs.call === ours.call) return "it is our own call";
    if (rules.workable !== undefined && !holds(rules.workable, facts, rules.conditions))
      return `does not count; it must be: ${conditionText(rules.workable)}`;
    return null;
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
    const why = pointsWhy[index] || "any other contact";
    if (typeof rule.points === "number") return { points: rule.points, why };
    if (facts.distance === null) return { points: 0, why: "the distance is not known: a grid is missing" };
    const { perKm, points } = rule.points;
    const steps = Math.max(1, Math.ceil(facts.distance / perKm));
    return { points: steps * points, why: `${Math.round(facts.distance)} km` };
  }

  function multipliersOf(
    facts: ConditionFacts,
    contact: ContestContact,
    parts: Readonly<Record<string, string>>,
  ): MultiplierItem[] {
    const found: MultiplierItem[] = [];
    for (const multiplier of rules.multipliers) {
      if (multiplier.if !== undefined && !holds(multiplier.if, facts, rules.conditions)) continue;
      const item = itemOf(multiplier, facts, parts);
      if (item === null || item === "") continue;
      found.push({
        id: multiplier.id,
        label: multiplier.label,
        item,
        within: withinOf(multiplier.per, contact),
        entity: ofEntity.has(multiplier) ? contact.entityCode : null,
      });
    }
    return found;
  }
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
  const idOf = (type: Part["type"]) => parts.find((part) => part.type === type)?.id ?? "";
  return { cqZone: idOf("cqZone"), ituZone: idOf("ituZone"), grid: idOf("grid") };
}

/** Where a station is by what it sent, which is more to be believed than what a directory or the call says. */
function heard(contact: ContestContact, ids: PlaceIds, values: TypedParts): StationGiven {
  const { call, entityCode, continent } = contact;
  const [cqZone, ituZone] = [values[ids.cqZone], values[ids.ituZone]];
  return {
    call,
    entityCode,
    continent,
    cqZone: cqZone === undefined ? contact.cqZone : Number(cqZone),
    ituZone: ituZone === undefined ? contact.ituZone : Number(ituZone),
    grid: values[ids.grid] ?? contact.grid,
  };
}

function itemOf(
  { of, part }: Multiplier,
  { theirs }: ConditionFacts,
  parts: Readonly<Record<string, string>>,
): string | null {
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

function withinOf(per: CountedPer, { band, modeGroup }: Pick<ContestContact, "band" | "modeGroup">): string {
  if (per === "contest") return "";
  if (per === "band") return band;
  return per === "mode" ? modeGroup : `${band} ${modeGroup}`;
}

function bonusKeys(rules: Rules, contact: ContestContact): string[] {
  return rules.bonuses.flatMap((bonus) =>
    bonus.kind === "station" && bonus.call.toUpperCase() === contact.baseCall
      ? [`${bonus.id} ${withinOf(bonus.per, contact)}`]
      : [],
  );
}

function keyOf({ id, within, item, entity }: MultiplierItem): string {
  return `${id}|${within}|${item}|${entity ?? ""}`;
}

function listAt(lists: Map<string, Scored[]>, key: string): Scored[] {
  let list = lists.get(key);
  if (list === undefined) lists.set(key, (list = []));
  return list;
}

function isBefore(a: ContestContact, b: ContestContact): boolean {
  return a.startedAt < b.startedAt || (a.startedAt === b.startedAt && a.id < b.id);
}

/** Puts in by time; most contacts are the newest. */
function insert(list: Scored[], scored: Scored): void {
  let at = list.length;
  while (at > 0 && isBefore(scored.contact, list[at - 1]!.contact)) at--;
  list.splice(at, 0, scored);
}

function takeOut(list: Scored[], scored: Scored): void {
  const at = list.indexOf(scored);
  if (at >= 0) list.splice(at, 1);
}
