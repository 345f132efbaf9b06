import type { CallPlace, Entry, LiveEvent, SpotView } from "../../core/contract";
import { resolve, regionOf } from "../../core/entity";
import { placeWhileTyping } from "../../core/reading";
import { createLedger, type Heard, type Spot } from "../../core/spot";
import type { Context } from "../context";
import { exceptionsByCall } from "../directory/callExceptions";
import { boardOf } from "../contest/board";
import { entriesOn } from "../contest/entries";
import { addPositionNote, listPositionNotes } from "../contest/positions";
import { guardedBy } from "../guarded";
import { findLogbook, listLogbooks } from "../logbook/logbooks";
import { savedAlertRules } from "../logbook/saved";
import { distanceUnitOf } from "../logbook/logbooks";
import { siteNow } from "../logbook/sites";
import { done, failed, type Result } from "../problem";
import { solarNow } from "../sun/sunFigures";
import { isRunning, isWithoutSpots } from "./entryRules";
import { forgetSpots, keepSpots, KEPT_FOR, spotsSince } from "./keptSpots";
import { type ContestOn, createValuer, PATH_HOLDS, type Valuer } from "./valuer";

/** What spot networks have announced, joined, and what it is worth to each logbook that somebody looks at. */
export interface SpotBoard {
  /** Takes in what was announced; false for what lies on no amateur band. */
  readonly take: (heard: Heard) => boolean;
  /**
   * What is announced now, for a logbook, which is kept up to date from then on. Refused while an entry is on that takes
   * no help of others.
   */
  list(logbookId: number): Result<SpotView[]>;
  /**
   * What was announced before, taken anew, as it was seen then; by the log as it is now, and also for
   * awards that are not followed. Null where there is no such logbook.
   */
  replay(logbookId: number, awards: readonly string[]): Replay | null;
  /** Values what is to be valued, some of it, and tells the browsers; whether more is left. It does so by itself. */
  tell(): boolean;
  /** Drops what is old, and has chances told anew that no longer hold. It does so by itself. */
  round(): void;
  close(): void;
}

/** Takes announcements of before, in their order. */
interface Replay {
  readonly take: (heard: Heard) => Spot | null;
  readonly value: (spot: Spot, at: number) => SpotView;
  /** Drops what was not announced for an hour at a time. */
  readonly drop: (at: number) => void;
}

interface BoardOptions {
  readonly context: Context;
  readonly listen: (listener: (event: LiveEvent) => void) => () => void;
  readonly fault: (error: unknown) => void;
  /** Sees to it that what a directory says of a station is known at some time. */
  readonly wonder?: (baseCall: string) => void;
  /** How often browsers hear of what came at most, milliseconds. */
  readonly toldMs?: number;
}

/** A station that was announced no more for so long is gone, seconds. */
const GONE_AFTER = 3600;
const TOLD_MS = 100;
/** Old ones are looked for, and chances told anew, so often, milliseconds. */
const ROUND_MS = 60_000;
/** So many are valued at a time; others have their turn in between. */
const MOST_AT_ONCE = 200;
const MOST_PLACES = 20_000;
/** So many wait at most while nothing can be written. */
const MOST_UNKEPT = 20_000;
/** Who writes into the notes of a contest that spots are off. */
const NOTED_BY = "Spots";

/** A logbook that somebody looks at. */
interface Looked {
  readonly valuer: Valuer;
  /** The entries that are turned on; null while they are to be read anew. */
  entries: readonly Entry[] | null;
  /** The entry that shuts spots off. */
  shutBy: Entry | null;
  readonly views: Map<number, SpotView>;
  /** When each was valued, seconds since 1970 UTC. */
  readonly valuedAt: Map<number, number>;
  /** Those to be valued anew. */
  readonly stale: Set<number>;
}

export function createSpotBoard({
  context,
  listen,
  fault,
  wonder = () => {},
  toldMs = TOLD_MS,
}: BoardOptions): SpotBoard {
  const { store, write } = context;
  const now = () => context.now();
  let region = ownRegion(context);
  let solar = solarNow(context);
  const ledger = createLedger(
    () => region,
    ({ id }) => {
      for (const of of looked.values()) of.stale.add(id);
    },
  );
  const looked = new Map<number, Looked>();
  const places = new Map<string, CallPlace>();
  let exceptions = exceptionsByCall(store);
  let unkept: Heard[] = [];
  let telling: NodeJS.Timeout | undefined;
  let toldAt = -Infinity;
  let closed = false;

  for (const heard of spotsSince(context, now() - GONE_AFTER)) ledger.take(heard);

  function placeOf(call: string): CallPlace {
    let place = places.get(call);
    if (place === undefined) {
      if (places.size >= MOST_PLACES) places.clear();
      places.set(call, (place = placeWhileTyping(call, now(), exceptions)));
    }
    return place;
  }

  /** The awards that rules ask for. */
  function awardsAsked(logbookId: number): string[] {
    const rules = savedAlertRules.list(context, logbookId);
    return rules.ok ? rules.value.flatMap(({ awards }) => awards.map(({ award }) => award)) : [];
  }

  function look(logbookId: number, awards: readonly string[] = awardsAsked(logbookId), wonderOf = wonder): Looked {
    const site = siteNow(context, logbookId);
    const unit = distanceUnitOf(store, logbookId);
    const valuer = createValuer({
      store,
      logbookId,
      site,
      unit,
      awards,
      solar: () => solar,
      placeOf,
      wonder: wonderOf,
    });
    return { valuer, entries: null, shutBy: null, views: new Map(), valuedAt: new Map(), stale: new Set() };
  }

  /** The entry that is on now. */
  function entryNow(logbookId: number, of: Looked): Entry | null {
    of.entries ??= entriesOn(context, logbookId);
    return of.entries.find((entry) => isRunning(entry, now())) ?? null;
  }

  function value(of: Looked, id: number, at: number, contest: ContestOn | null): SpotView | null {
    const spot = ledger.get(id);
    if (spot === undefined) return null;
    const view = of.valuer.value(spot, at, contest);
    of.views.set(id, view);
    of.valuedAt.set(id, at);
    return view;
  }

  const contestOf = (entry: Entry | null): ContestOn | null =>
    entry === null ? null : { rules: entry.rules, board: boardOf(context, entry).board };

  /** At once where nothing was told lately: who waits for a spot sees it without delay, and a burst goes in few parts. */
  function tellSoon(): void {
    telling ??= setTimeout(
      () => {
        telling = undefined;
        toldAt = performance.now();
        if (!closed && tell()) tellSoon();
      },
      Math.max(0, toldAt + toldMs - performance.now()),
    );
  }

  function tell(): boolean {
    let more = false;
    for (const [logbookId, of] of looked) {
      try {
        more = tellLogbook(logbookId, of) || more;
      } catch (error) {
        // The logbook may be gone.
        looked.delete(logbookId);
        fault(error);
      }
    }
    return more;
  }

  /** Values what is stale, some of it at a time; whether more is left. */
  function tellLogbook(logbookId: number, of: Looked): boolean {
    if (of.stale.size === 0) return false;
    if (isShut(logbookId, of)) return false;
    const [at, contest] = [now(), contestOf(entryNow(logbookId, of))];
    const spots: SpotView[] = [];
    const gone: number[] = [];
    for (const id of of.stale) {
      if (spots.length + gone.length >= MOST_AT_ONCE) break;
      of.stale.delete(id);
      const view = value(of, id, at, contest);
      if (view !== null) spots.push(view);
      else if (of.views.delete(id)) {
        of.valuedAt.delete(id);
        gone.push(id);
      }
    }
    if (spots.length > 0 || gone.length > 0) context.announce({ type: "spots", logbookId, spots, gone });
    return of.stale.size > 0;
  }

  /** Whether an entry shuts spots off now. That it does, or no more, is told, and its notes say since when. */
  function isShut(logbookId: number, of: Looked): boolean {
    const entry = entryNow(logbookId, of);
    const [before, by] = [of.shutBy, entry !== null && isWithoutSpots(entry) ? entry : null];
    of.shutBy = by;
    const other = (by ?? before)?.id;
    if (before?.id !== by?.id && other !== undefined)
      context.announce({ type: "contest", logbookId, entryId: other, what: "entry" });
    if (by === null) return false;
    if (before?.id !== by.id) note(by);
    // Whoever asks afterwards has them valued anew.
    for (const kept of [of.views, of.valuedAt, of.stale]) kept.clear();
    return true;
  }

  function note(entry: Entry): void {
    const notes = listPositionNotes(context, entry.id);
    if (!notes.ok || notes.value.some(({ position }) => position === NOTED_BY)) return;
    const text = { position: NOTED_BY, text: `${withoutText(entry)}.` };
    void write(() => addPositionNote(context, entry.id, text)).catch(fault);
  }

  function markStale(which: (view: SpotView) => boolean, of: Looked): void {
    for (const view of of.views.values()) if (which(view)) of.stale.add(view.id);
    tellSoon();
  }

  async function keep(): Promise<void> {
    const all = unkept;
    unkept = [];
    if (all.length === 0) return;
    try {
      await write(() => store.transaction(() => keepSpots(context, all)));
    } catch (error) {
      // They are tried again, the newest of them.
      unkept = [...all, ...unkept].slice(-MOST_UNKEPT);
      throw error;
    }
  }

  function heardOf(event: LiveEvent): void {
    if (event.type === "logbook") region = ownRegion(context);
    if (event.type === "exceptions") {
      exceptions = exceptionsByCall(store);
      places.clear();
      for (const of of looked.values()) {
        of.valuer.forget();
        markStale(() => true, of);
      }
    }
    if (event.type === "directory")
      for (const of of looked.values()) {
        of.valuer.forget([event.baseCall], []);
        markStale(({ base }) => base === event.baseCall, of);
      }
    const of = "logbookId" in event ? looked.get(event.logbookId) : undefined;
    if (of === undefined) return;
    switch (event.type) {
      case "contacts": {
        const bases = new Set([...event.added, ...event.changed].map(({ baseCall }) => baseCall));
        const moved = new Set(event.slots.map(({ award, item }) => `${award} ${item}`));
        // Which station a contact that is gone was with is not told.
        const all = event.removed.length > 0;
        of.valuer.forget(all ? undefined : bases, event.slots);
        // Of a contest each contact may make another one's multiplier an old one.
        const isOther = all || entryNow(event.logbookId, of) !== null;
        const isOf = ({ base, worths }: SpotView) =>
          bases.has(base) || worths.some(({ award, item }) => moved.has(`${award} ${item}`));
        return markStale((view) => isOther || isOf(view), of);
      }
      case "slots": {
        const moved = new Set(event.slots?.map(({ award, item }) => `${award} ${item}`));
        of.valuer.forget(event.slots === null ? undefined : [], event.slots ?? []);
        const isOf = ({ worths }: SpotView) => worths.some(({ award, item }) => moved.has(`${award} ${item}`));
        return markStale((view) => event.slots === null || isOf(view), of);
      }
      case "manyContacts":
        of.valuer.forget();
        return markStale(() => true, of);
      case "alerts":
      case "awards":
      case "logbook":
        if (event.type === "alerts" && event.what !== "rules") return;
        // It may be operated from another site, follow other awards, or be asked for others by its rules.
        looked.set(event.logbookId, {
          ...look(event.logbookId),
          views: of.views,
          valuedAt: of.valuedAt,
          shutBy: of.shutBy,
        });
        return markStale(() => true, looked.get(event.logbookId)!);
      case "contest":
        if (event.what !== "entry") return;
        of.entries = null;
        return markStale(() => true, of);
      // The others change nothing of what a spot is worth.
      default:
    }
  }

  function round(): void {
    const at = now();
    // Also where nobody tells of it any more: what the field did hours ago is not what it does.
    solar = solarNow(context);
    const gone = ledger.drop(at - GONE_AFTER);
    for (const [logbookId, of] of looked) {
      if (isShut(logbookId, of)) continue;
      for (const id of gone) of.stale.add(id);
      markStale(({ id }) => at - (of.valuedAt.get(id) ?? 0) >= PATH_HOLDS, of);
    }
  }

  const guarded = guardedBy(fault);
  const end = listen((event) => guarded(() => heardOf(event)));

  const keeping = setInterval(() => void keep().catch(fault), 1000);
  const rounds = setInterval(() => {
    guarded(round);
    void write(() => forgetSpots(context, now() - KEPT_FOR)).catch(fault);
  }, ROUND_MS);
  for (const timer of [keeping, rounds]) timer.unref();

  return {
    take: (heard) => {
      const spot = ledger.take(heard);
      if (spot === null) return false;
      unkept.push(heard);
      for (const of of looked.values()) of.stale.add(spot.id);
      if (looked.size > 0) tellSoon();
      return true;
    },
    list(logbookId) {
      const logbook = findLogbook(context, logbookId);
      if (!logbook.ok) return logbook;
      const of = looked.get(logbookId) ?? look(logbookId);
      looked.set(logbookId, of);
      if (isShut(logbookId, of)) return failed(409, "Spots are off", withoutText(of.shutBy!));
      const contest = contestOf(entryNow(logbookId, of));
      for (const { id } of ledger.spots()) if (!of.views.has(id)) value(of, id, now(), contest);
      return done([...of.views.values()]);
    },
    replay(logbookId, awards) {
      if (!findLogbook(context, logbookId).ok) return null;
      // Of stations of before nobody need wonder.
      const { valuer } = look(logbookId, awards, () => {});
      const before = createLedger(() => region);
      const entries = entriesOn(context, logbookId).map((entry) => ({ entry, contest: contestOf(entry) }));
      return {
        take: (heard) => before.take(heard),
        value: (spot, at) => valuer.value(spot, at, entries.find(({ entry }) => isRunning(entry, at))?.contest ?? null),
        drop: (at) => void before.drop(at - GONE_AFTER),
      };
    },
    tell,
    round,
    close() {
      closed = true;
      end();
      for (const timer of [keeping, rounds]) clearInterval(timer);
      clearTimeout(telling);
      void keep().catch(fault);
    },
  };
}

function withoutText({ name }: Entry): string {
  return `${name} is entered without assistance: spots are off while it is on`;
}

/** The region of the first logbook's site: by its plan a mode is told where nothing else does. */
function ownRegion(context: Context) {
  const [first] = listLogbooks(context);
  const entity = first === undefined ? null : resolve(first.site.call, context.now()).entity;
  return (entity === null ? null : regionOf(entity.code)) ?? 2;
}
