import {
  type Assessment,
  assessor,
  type ContestContact,
  type Entrant,
  isScoredApart,
  type MultiplierItem,
  withinOf,
} from "./assess";
import { isInSet } from "./limits";
import type { Rules } from "./rules";

export type { ContestContact, Entrant, MultiplierItem } from "./assess";

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
  /** What the points are multiplied by: the multipliers added up, or each by itself; none where there are none. */
  readonly factors: number[];
  /** Each session's own score, where they are scored apart. */
  readonly sessions: SessionScore[];
  readonly bonus: number;
  readonly powerFactor: number;
  readonly categoryFactor: number;
  readonly score: number;
}

/** A session by itself, before the factors of power and category. */
export interface SessionScore {
  readonly id: string;
  readonly label: string;
  readonly contacts: number;
  readonly points: number;
  readonly factors: number[];
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
  const byCall = new Map<string, ContestContact[]>();
  const byStation = new Map<string, Scored[]>();
  const byMultiplier = new Map<string, Scored[]>();
  /** By session where they are scored apart, and by band. */
  const units = new Map<string, Map<string, MutableBandScore>>();
  const apart = isScoredApart(rules);
  const bonusCounts = new Map<string, number>();

  const bandOf = ({ contact: { band }, assessment: { session } }: Scored): MutableBandScore => {
    const unit = apart ? (session?.id ?? "") : "";
    let bands = units.get(unit);
    if (bands === undefined) units.set(unit, (bands = new Map<string, MutableBandScore>()));
    let found = bands.get(band);
    if (found === undefined) bands.set(band, (found = { contacts: 0, duplicates: 0, points: 0, multipliers: {} }));
    return found;
  };
  const move = (scored: Scored, multiplierId: string, by: 1 | -1) => {
    const { multipliers } = bandOf(scored);
    multipliers[multiplierId] = (multipliers[multiplierId] ?? 0) + by;
  };

  /** Makes a contact count, or no longer: its points, its multipliers, and its bonuses. */
  function count(scored: Scored, by: 1 | -1): void {
    const { assessment, multiplierKeys } = scored;
    const band = bandOf(scored);
    band.contacts += by;
    band.points += by * assessment.points;
    for (const key of bonusKeys(rules, entrant, scored)) bonusCounts.set(key, (bonusCounts.get(key) ?? 0) + by);
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
    if (scored !== undefined) bandOf(scored).duplicates += by;
  };

  function remove(id: number): void {
    const scored = byId.get(id);
    if (scored === undefined) return;
    byId.delete(id);
    const withStation = byCall.get(scored.contact.baseCall)!;
    withStation.splice(withStation.indexOf(scored.contact), 1);
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
    const points = counts ? assessment.points : duplicate ? rules.duplicates.points : 0;
    return { duplicate, counts, fresh, ...assessment, points };
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
      listAt(byCall, contact.baseCall).push(contact);
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
    score: () => total(rules, entrant, units, bonusCounts),
    contactsWith: (call) => [...(byCall.get(call) ?? [])].sort((a, b) => (isBefore(a, b) ? 1 : -1)),
    contacts: () => [...byId.values()].map(({ contact }) => contact).sort((a, b) => (isBefore(a, b) ? -1 : 1)),
  };
}

function total(
  rules: Rules,
  entrant: Entrant,
  units: ReadonlyMap<string, ReadonlyMap<string, BandScore>>,
  bonusCounts: ReadonlyMap<string, number>,
): Score {
  const bands: Record<string, BandScore> = {};
  for (const ofUnit of units.values())
    for (const [band, score] of ofUnit) {
      if (score.contacts === 0 && score.duplicates === 0) continue;
      const points = score.points + score.duplicates * rules.duplicates.points;
      bands[band] = sumOf([...(bands[band] === undefined ? [] : [bands[band]]), { ...score, points }]);
    }
  const sum = sumOf(Object.values(bands));
  const sessions = isScoredApart(rules) ? sessionScores(rules, units) : [];
  const factors = factorsOf(rules, sum);
  const points =
    sessions.length > 0 ? sessions.reduce((all, { score }) => all + score, 0) : product(sum.points, factors);
  let bonus = 0;
  for (const entry of rules.bonuses) {
    if (entry.kind === "claimed") bonus += entrant.bonuses.includes(entry.id) ? entry.points : 0;
    else
      bonus +=
        entry.points * [...bonusCounts].filter(([key, count]) => key.startsWith(`${entry.id} `) && count > 0).length;
  }
  const { power, category } = entrant;
  const powerFactor =
    power === null ? 1 : (rules.powerFactors.find(({ upToWatts }) => power <= upToWatts)?.factor ?? 1);
  const categoryFactor =
    category === null ? 1 : (rules.categoryFactors.find(({ category: set }) => isInSet(category, set))?.factor ?? 1);
  const score = points * powerFactor * categoryFactor + bonus;
  return { bands, total: sum, factors, sessions, bonus, powerFactor, categoryFactor, score };
}

function sessionScores(rules: Rules, units: ReadonlyMap<string, ReadonlyMap<string, BandScore>>): SessionScore[] {
  return rules.sessions.map(({ id, label }) => {
    const sum = sumOf([...(units.get(id)?.values() ?? [])]);
    const points = sum.points + sum.duplicates * rules.duplicates.points;
    const factors = factorsOf(rules, sum);
    return { id, label, contacts: sum.contacts, points, factors, score: product(points, factors) };
  });
}

/** What multiplies the points: the counts with their weights, added up or each by itself. */
function factorsOf({ multipliers, multipliersAre }: Rules, { multipliers: counts }: BandScore): number[] {
  if (multipliers.length === 0) return [];
  const weighed = multipliers.map(({ id, weight }) => (counts[id] ?? 0) * weight);
  return multipliersAre === "multiplied" ? weighed : [weighed.reduce((all, count) => all + count, 0)];
}

function product(points: number, factors: readonly number[]): number {
  return factors.reduce((all, factor) => all * factor, points);
}

function sumOf(some: readonly BandScore[]): BandScore {
  const sum: MutableBandScore = { contacts: 0, duplicates: 0, points: 0, multipliers: {} };
  for (const { contacts, duplicates, points, multipliers } of some) {
    sum.contacts += contacts;
    sum.duplicates += duplicates;
    sum.points += points;
    for (const [id, count] of Object.entries(multipliers))
      if (count !== 0) sum.multipliers[id] = (sum.multipliers[id] ?? 0) + count;
  }
  return sum;
}

function bonusKeys(rules: Rules, { period }: Entrant, { contact, assessment }: Scored): readonly string[] {
  if (rules.bonuses.length === 0) return NO_KEYS;
  return rules.bonuses.flatMap((bonus) =>
    bonus.kind === "station" && bonus.call.toUpperCase() === contact.baseCall
      ? [`${bonus.id} ${withinOf(rules, period, bonus.per, contact, assessment.session)}`]
      : [],
  );
}

const NO_KEYS: readonly string[] = [];

function keyOf({ id, within, item, entity }: MultiplierItem): string {
  return `${id}|${within}|${item}|${entity ?? ""}`;
}

function listAt<Item>(lists: Map<string, Item[]>, key: string): Item[] {
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
  if (at === 0 || isBefore(list[at - 1]!.contact, scored.contact)) return void list.push(scored);
  while (at > 0 && isBefore(scored.contact, list[at - 1]!.contact)) at--;
  list.splice(at, 0, scored);
}

function takeOut(list: Scored[], scored: Scored): void {
  const at = list.indexOf(scored);
  if (at >= 0) list.splice(at, 1);
}
