import { bandOfFrequency, type ModeAndSubmode, modeGroup, type Region } from "../band";
import { isLetterApart } from "../callsign";
import { remarkFacts, usualMode } from "./remark";

/** One announcement. Times in seconds since 1970 UTC, frequencies in Hz. */
export interface Heard {
  readonly at: number;
  readonly spotter: string;
  readonly frequencyHz: number;
  readonly call: string;
  readonly remark: string;
}

/** A station on a frequency, as all who announced it say. */
export interface Spot extends ModeAndSubmode {
  readonly id: number;
  readonly call: string;
  readonly frequencyHz: number;
  /** Where it listens; null where it says of no other frequency. */
  readonly listensHz: number | null;
  readonly band: string;
  readonly firstAt: number;
  readonly lastAt: number;
  /** The newest remark that says something. */
  readonly remark: string;
  /** How often it was announced. */
  readonly count: number;
  /** Who announced it, the newest first, each once. */
  readonly heard: readonly Heard[];
  /** Calls that others read instead, with how many did. */
  readonly others: readonly { readonly call: string; readonly count: number }[];
}

export interface Ledger {
  /** Takes an announcement in: the station that it is of, new or changed; null off the amateur bands. */
  take(heard: Heard): Spot | null;
  /** Drops those that were not announced for so long: their ids. */
  drop(before: number): number[];
  get(id: number): Spot | undefined;
  spots(): IterableIterator<Spot>;
}

/** Two are on the same frequency within this, Hz. */
const NEAR = { CW: 600, digital: 1500, voice: 2500 } as const;
/** The same station a little elsewhere: it moved. */
const MOVED = 1500;
/** Calls a letter apart are one station within this, Hz, and so long, seconds. */
const MISREAD_HZ = 350;
const MISREAD_SECONDS = 900;
const MOST_HEARD = 12;
/** A station that was announced elsewhere on the band, and here no more for so long, has left, seconds. */
const LEFT_AFTER = 600;
/** Spots lie in drawers of this width, Hz; what is so near that it may be misread lies in the same or the next. */
const DRAWER = MISREAD_HZ;

interface Kept {
  spot: Spot;
  /** How many read which call. */
  readonly calls: Map<string, number>;
}

/** Sets by a key, of which none is kept empty. */
function createIndex<Key>() {
  const sets = new Map<Key, Set<Kept>>();
  return {
    of: (key: Key): Iterable<Kept> => sets.get(key) ?? [],
    put(key: Key, one: Kept): void {
      const inside = sets.get(key);
      if (inside === undefined) sets.set(key, new Set([one]));
      else inside.add(one);
    },
    takeOut(key: Key, one: Kept): void {
      const inside = sets.get(key);
      inside?.delete(one);
      if (inside?.size === 0) sets.delete(key);
    },
  };
}

/** The newest first; what comes mostly is. */
function withNewest(heard: Heard, others: readonly Heard[]): Heard[] {
  const all = [heard, ...others];
  if (others.length > 0 && others[0]!.at > heard.at) all.sort((a, b) => b.at - a.at);
  if (all.length > MOST_HEARD) all.length = MOST_HEARD;
  return all;
}

/**
 * Joins what many announce: the same station is one, the likelier call is shown. Who was announced elsewhere on the band
 * since is no longer where he was.
 *
 * @param region by whose plan a mode is told where nothing else does
 * @param left is told of those that have left
 */
export function createLedger(region: () => Region, left: (spot: Spot) => void = () => {}): Ledger {
  const kept = new Map<number, Kept>();
  const byCall = createIndex<string>();
  const drawers = createIndex<number>();
  let last = 0;

  const drawerOf = (hertz: number) => Math.floor(hertz / DRAWER);
  function put(one: Kept): void {
    for (const call of one.calls.keys()) byCall.put(call, one);
    // In digital modes stations stand beside each other, and are read by machines.
    if (modeGroup(one.spot.mode) !== "digital") drawers.put(drawerOf(one.spot.frequencyHz), one);
  }
  function takeOut(one: Kept): void {
    for (const call of one.calls.keys()) byCall.takeOut(call, one);
    drawers.takeOut(drawerOf(one.spot.frequencyHz), one);
  }

  function find({ call, frequencyHz, at }: Heard): Kept | undefined {
    for (const one of byCall.of(call)) {
      const { frequencyHz: there, mode } = one.spot;
      if (Math.abs(there - frequencyHz) <= Math.max(NEAR[modeGroup(mode)], MOVED)) return one;
    }
    for (const drawer of [0, -1, 1]) {
      for (const one of drawers.of(drawerOf(frequencyHz) + drawer)) {
        const { spot } = one;
        const isNear =
          Math.abs(spot.frequencyHz - frequencyHz) <= MISREAD_HZ && Math.abs(at - spot.lastAt) <= MISREAD_SECONDS;
        if (isNear && isLetterApart(spot.call, call)) return one;
      }
    }
    return undefined;
  }

  return {
    take(heard) {
      const { call, frequencyHz, at, remark } = heard;
      const band = bandOfFrequency(frequencyHz)?.name;
      if (band === undefined) return null;
      const facts = remarkFacts(remark, frequencyHz);
      const before = find(heard);
      if (before !== undefined) takeOut(before);
      const calls = before?.calls ?? new Map<string, number>();
      calls.set(call, (calls.get(call) ?? 0) + 1);
      const said = [...calls];
      if (said.length > 1) said.sort(([, a], [, b]) => b - a);
      // Of two read as often, the one that was shown stays.
      const shown = said.find(([one, count]) => count === said[0]![1] && one === before?.spot.call) ?? said[0]!;
      const isNewer = before === undefined || at >= before.spot.lastAt;
      const mode = facts.mode ?? before?.spot ?? usualMode(frequencyHz, region()) ?? { mode: "CW", submode: null };
      const others = before?.spot.heard.filter(({ spotter }) => spotter !== heard.spotter) ?? [];
      const spot: Spot = {
        id: before?.spot.id ?? ++last,
        call: shown[0],
        frequencyHz: isNewer ? frequencyHz : before.spot.frequencyHz,
        listensHz: facts.listensHz ?? before?.spot.listensHz ?? null,
        band,
        mode: mode.mode,
        submode: mode.submode,
        firstAt: Math.min(at, before?.spot.firstAt ?? at),
        lastAt: Math.max(at, before?.spot.lastAt ?? at),
        remark: remark !== "" && isNewer ? remark : (before?.spot.remark ?? remark),
        count: (before?.spot.count ?? 0) + 1,
        heard: withNewest(heard, others),
        others: said.flatMap(([one, count]) => (one === shown[0] ? [] : [{ call: one, count }])),
      };
      if (before === undefined) {
        const one = { spot, calls };
        kept.set(spot.id, one);
        put(one);
      } else {
        before.spot = spot;
        put(before);
      }
      for (const one of [...byCall.of(spot.call)]) {
        const { id, call: of, band: on, lastAt } = one.spot;
        if (id === spot.id || of !== spot.call || on !== band || lastAt >= at - LEFT_AFTER) continue;
        takeOut(one);
        kept.delete(id);
        left(one.spot);
      }
      return spot;
    },
    drop(before) {
      const gone = [...kept.values()].filter(({ spot }) => spot.lastAt < before);
      for (const one of gone) {
        takeOut(one);
        kept.delete(one.spot.id);
      }
      return gone.map(({ spot }) => spot.id);
    },
    get: (id) => kept.get(id)?.spot,
    *spots() {
      for (const { spot } of kept.values()) yield spot;
    },
  };
}
