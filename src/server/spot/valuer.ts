import {
  type Award,
  type AwardWorth,
  bestWorth,
  factsOnAir,
  knownFromRemark,
  type Given,
  givenAfter,
  NOTHING_KNOWN,
  worthOfItem,
  type WorthReading,
  worthsOf,
} from "../../core/award";
import { modeGroup, type ModeGroup } from "../../core/band";
import { isoTime } from "../../core/contact";
import { type Rules, type Scoreboard, worthOf as worthInContest } from "../../core/contest";
import { type CallPlace, DUPLICATE_WITHIN, type Site, type SpotView } from "../../core/contract";
import { gridCenter, pathBetween, type Point, type DistanceUnit } from "../../core/geo";
import type { Solar } from "../../core/propagation";
import {
  chanceByPath,
  chanceOf,
  type ChanceReading,
  type Heard,
  type Hearer,
  rankOf,
  type Spot,
} from "../../core/spot";
import type { Store } from "../db/store";
import { followedAwards } from "../award/followed";
import { awardsOf } from "../award/ownAwards";
import { slotsOfItem } from "../award/slotsOfItem";
import { listingOf } from "../directory/listings";

/** What the path lets through holds for so long, seconds. */
export const PATH_HOLDS = 300;

const MOST_STATIONS = 20_000;
const MOST_TIMES = 10_000;
const MOST_TOLD = 20_000;

/** What a spot is held against. */
export interface Viewpoint {
  readonly store: Store;
  readonly logbookId: number;
  /** The site in use. */
  readonly site: Site;
  /** In what distances are said. */
  readonly unit: DistanceUnit;
  /** Awards that are asked for besides those that are followed. */
  readonly awards: readonly string[];
  readonly solar: () => Solar;
  readonly placeOf: (call: string) => CallPlace;
  /** Is told of stations of which it would be good to know what a directory says. */
  readonly wonder: (baseCall: string) => void;
}

/** The contest that is on. */
export interface ContestOn {
  readonly rules: Rules;
  readonly board: Scoreboard;
}

/** Who announced a station, as a view has it, and as the chance needs it; null where it is not known from where. */
interface Known {
  readonly view: SpotView["heard"][number];
  readonly hearer: Hearer | null;
}

/** What is known of a station, by its base call. */
interface KnownStation {
  readonly contacts: number;
  /** When the newest contact was on each band in each mode group. */
  readonly newest: ReadonlyMap<string, number>;
  readonly confirmsOnline: boolean | null;
  /** What it gave under each call, the newest. */
  readonly gave: ReadonlyMap<string, Given>;
  /** Whether a directory was to be asked for it. */
  wondered: boolean;
}

/** What a station is worth for each award, and the most of it for those that are followed. */
interface Told {
  readonly worths: AwardWorth[];
  readonly worth: WorthReading | null;
}

interface AwardItemKey {
  readonly award: string;
  readonly item: string;
}
const keyOf = ({ award, item }: AwardItemKey) => `${award} ${item}`;

/** Says what spots are to a logbook, and remembers what many of them have in common until it is told to forget. */
export interface Valuer {
  /** @param now seconds since 1970 UTC */
  value(spot: Spot, now: number, contest: ContestOn | null): SpotView;
  /** The log has changed: of these stations, and these items of awards; all of it where nothing is said. */
  forget(bases?: Iterable<string>, items?: Iterable<AwardItemKey>): void;
}

export function createValuer({ store, logbookId, site, unit, awards, solar, placeOf, wonder }: Viewpoint): Valuer {
  const here = gridCenter(site.grid);
  const followed = followedAwards(store, logbookId);
  const isFollowed = (id: string) => followed.some((award) => award.id === id);
  const valued = awardsOf(store, logbookId).filter(({ id }) => isFollowed(id) || awards.includes(id));
  /** By award and item, then by band and mode group. */
  const worths = new Map<string, Map<string, WorthReading>>();
  /** What each station is worth where it was announced, by all that this follows from. */
  const told = new Map<string, Told>();
  const stations = new Map<string, KnownStation>();
  const paths = new WeakMap<CallPlace, { readonly distanceKm: number; readonly bearing: number } | null>();
  const chances = new Map<string, ChanceReading>();
  let chancesFrom = -Infinity;

  /** Times as text: those of a station are asked for again with each announcement of it. */
  const times = new Map<number, string>();
  function textOf(at: number): string {
    let text = times.get(at);
    if (text === undefined) {
      if (times.size >= MOST_TIMES) times.clear();
      times.set(at, (text = isoTime(at)));
    }
    return text;
  }

  function worthFor(award: Award, item: string, band: string, group: ModeGroup): WorthReading {
    const of = keyOf({ award: award.id, item });
    let ofItem = worths.get(of);
    if (ofItem === undefined) worths.set(of, (ofItem = new Map<string, WorthReading>()));
    const key = `${band} ${group}`;
    let worth = ofItem.get(key);
    if (worth === undefined) {
      const cells = slotsOfItem(store, logbookId, award.id, item);
      ofItem.set(key, (worth = worthOfItem(award, item, cells, { band, modeGroup: group })));
    }
    return worth;
  }

  function worthsFor(spot: Spot, place: CallPlace, group: ModeGroup, station: KnownStation, now: number): Told {
    const { call, band, mode, submode } = spot;
    const said = knownFromRemark(spot.remark);
    const at = textOf(now);
    // Stations are announced again and again, by many.
    const key = `${call} ${band} ${mode} ${submode} ${at.slice(0, 10)} ${said.grid} ${said.island} ${said.summit} ${said.park}`;
    let found = told.get(key);
    if (found === undefined) {
      if (told.size >= MOST_TOLD) told.clear();
      const known = { ...NOTHING_KNOWN, ...station.gave.get(place.call), ...said };
      const facts = factsOnAir({ call, band, mode, submode, modeGroup: group, at, place, known, site });
      const all = worthsOf(valued, facts, (award, item) => worthFor(award, item, band, group));
      const ofFollowed = all.filter(({ award }) => isFollowed(award));
      told.set(key, (found = { worths: all, worth: bestWorth(ofFollowed, followed.length) }));
    }
    return found;
  }

  function stationFor(base: string): KnownStation {
    let station = stations.get(base);
    if (station === undefined) {
      if (stations.size >= MOST_STATIONS) stations.clear();
      // Counted here: grouped by SQLite, it goes through the whole log by another index.
      const rows = store.all(
        store.q
          .selectFrom("contact")
          .select(["call", "band", "modeGroup", "startedAt", "grid", "state", "island"])
          .where("logbookId", "=", logbookId)
          .where("baseCall", "=", base)
          .orderBy("startedAt"),
      );
      const newest = new Map<string, number>();
      const gave = new Map<string, Given>();
      for (const row of rows) {
        const { call, band, modeGroup: group, startedAt } = row;
        gave.set(call, givenAfter(gave.get(call), row));
        const key = `${band} ${group}`;
        newest.set(key, Math.max(startedAt, newest.get(key) ?? -Infinity));
      }
      const listing = listingOf(store, base);
      const listed = { grid: listing?.grid ?? null, state: null, island: null };
      if (!gave.has(base)) gave.set(base, listed);
      const confirmsOnline = listing?.confirmsOnline ?? null;
      station = { contacts: rows.length, newest, confirmsOnline, gave, wondered: false };
      stations.set(base, station);
    }
    return station;
  }

  function pathTo(place: CallPlace) {
    let path = paths.get(place);
    if (path === undefined) {
      const there = pointOf(place);
      path = here === null || there === null ? null : pathBetween(here, there);
      paths.set(place, path);
    }
    return path;
  }

  /** Of each announcement, which stays with its station for a while, what does not change. */
  let known = new WeakMap<Heard, Known>();
  function knownOf(heard: Heard): Known {
    let one = known.get(heard);
    if (one === undefined) {
      const { spotter, at } = heard;
      const place = placeOf(spotter);
      const path = pathTo(place);
      one = {
        view: { spotter, continent: place.continent, at: textOf(at) },
        hearer: path === null ? null : { spotter, distanceKm: path.distanceKm, at },
      };
      known.set(heard, one);
    }
    return one;
  }

  /** Where a place is, as text: to write numbers takes long. */
  const wheres = new WeakMap<CallPlace, string>();
  function whereText(place: CallPlace, { latitude, longitude }: Point): string {
    let text = wheres.get(place);
    if (text === undefined) wheres.set(place, (text = `${latitude} ${longitude}`));
    return text;
  }

  function chanceFor(
    spot: Spot,
    heard: readonly Known[],
    place: CallPlace,
    group: ModeGroup,
    now: number,
  ): ChanceReading {
    const hearers: Hearer[] = [];
    for (const { hearer } of heard) if (hearer !== null) hearers.push(hearer);
    const byPath = () => {
      const from = pointOf(place);
      if (here === null || from === null) return null;
      if (now - chancesFrom >= PATH_HOLDS || now < chancesFrom) {
        chances.clear();
        chancesFrom = now;
      }
      const key = `${whereText(place, from)} ${spot.band} ${group}`;
      let chance = chances.get(key);
      if (chance === undefined)
        chances.set(key, (chance = chanceByPath(from, here, spot.frequencyHz, spot.mode, now, solar(), unit)));
      return chance;
    };
    return chanceOf(hearers, now, byPath, unit);
  }

  return {
    value(spot, now, contest) {
      const { call, band, mode } = spot;
      const place = placeOf(call);
      const group = modeGroup(mode);
      const station = stationFor(place.base);
      const { worths: spotWorths, worth } = worthsFor(spot, place, group, station, now);
      const { contacts, newest, confirmsOnline } = station;
      const path = pathTo(place);
      const heard = spot.heard.map(knownOf);
      const { chance, reason } = chanceFor(spot, heard, place, group, now);
      const duplicate = (newest.get(`${band} ${group}`) ?? -Infinity) > now - DUPLICATE_WITHIN;
      const isWanted = !duplicate && chance !== "none" && worth !== null && worth.worth !== "safe";
      if (isWanted && confirmsOnline === null && !station.wondered) {
        station.wondered = true;
        wonder(place.base);
      }
      const inContest = contest === null ? null : valueInContest(spot, now, contest);
      return {
        id: spot.id,
        call,
        base: place.base,
        frequencyHz: spot.frequencyHz,
        listensHz: spot.listensHz,
        band,
        mode,
        submode: spot.submode,
        modeGroup: group,
        firstAt: textOf(spot.firstAt),
        lastAt: textOf(spot.lastAt),
        remark: spot.remark,
        count: spot.count,
        heard: heard.map(({ view }) => view),
        others: [...spot.others],
        entity: place.entity,
        continent: place.continent,
        worth,
        worths: spotWorths,
        contacts,
        duplicate,
        confirmsOnline,
        contest: inContest,
        chance,
        reason,
        distanceKm: path?.distanceKm ?? null,
        bearing: path?.bearing ?? null,
        rank: rankOf({
          worth: worth?.worth ?? null,
          chance,
          duplicate,
          contest: inContest === null ? null : { ...inContest, multipliers: inContest.fresh.length },
        }),
      };
    },
    forget(bases, items) {
      told.clear();
      if (bases === undefined) known = new WeakMap();
      if (bases === undefined) stations.clear();
      else for (const base of bases) stations.delete(base);
      if (items === undefined) worths.clear();
      else for (const item of items) worths.delete(keyOf(item));
    },
  };
}

function valueInContest(
  { call, band, mode, submode }: Spot,
  now: number,
  { rules, board }: ContestOn,
): SpotView["contest"] {
  const { judgement } = worthInContest(rules, board, { call, band, mode: submode ?? mode, at: now, typed: {} }, null);
  if (judgement.refused !== null) return null;
  const { points, duplicate, fresh } = judgement;
  return { points, duplicate, fresh: fresh.map(({ label, name }) => `${label}: ${name}`) };
}

function pointOf({ latitude, longitude }: CallPlace): Point | null {
  return latitude === null || longitude === null ? null : { latitude, longitude };
}
