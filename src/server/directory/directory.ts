import { parseCallsign } from "../../core/callsign";
import { isoTime } from "../../core/contact";
import type { DirectoryEntry, Listing, LiveEvent } from "../../core/contract";
import type { Context } from "../context";
import type { Store } from "../db/store";

/** How long an answer is believed, seconds: a listing, and that a call is not listed. */
const LISTED_FOR = 30 * 86_400;
const UNLISTED_FOR = 86_400;
/** A directory that failed is left alone for so long, milliseconds. */
const REST_MS = 30_000;
/** A call that is typed on is not asked for. */
const SETTLED_MS = 300;
/** What nobody waits for is asked at this pace, milliseconds, so many of them wait at most. */
const PACE_MS = 1000;
const MOST_WONDERED = 500;

/** Asks the directory about calls that are typed; its answers are kept, and arrive by the live stream. */
export interface Directory {
  /** Sees to it that the listing of a call that is typed at a position is known, soon; nobody waits for it. */
  want(call: string, position: string): void;
  /** Sees to it that the listing of a station is known at some time: what is typed comes first. */
  wonder(baseCall: string): void;
  close(): void;
}

interface DirectoryOptions extends Pick<Context, "write"> {
  readonly store: Store;
  /** Null when the call is not listed; throws when the directory fails. */
  readonly ask: (baseCall: string) => Promise<Listing | null>;
  readonly announce: (event: LiveEvent) => void;
  /** Seconds since 1970 UTC. */
  readonly now: () => number;
  readonly fault: (error: unknown) => void;
  readonly settledMs?: number;
  readonly paceMs?: number;
}

export function createDirectory({
  store,
  write,
  ask,
  announce,
  now,
  fault,
  settledMs = SETTLED_MS,
  paceMs = PACE_MS,
}: DirectoryOptions): Directory {
  /** By position: what one types on does not stop what another one waits for. */
  const timers = new Map<string, NodeJS.Timeout>();
  let restUntil = 0;
  const asking = new Set<string>();

  async function lookUp(baseCall: string): Promise<void> {
    if (asking.has(baseCall) || Date.now() < restUntil || isKnown(store, baseCall, now())) return;
    asking.add(baseCall);
    try {
      const entry = await ask(baseCall);
      const row = { baseCall, body: entry === null ? null : JSON.stringify(entry), askedAt: now() };
      const keep = store.q
        .insertInto("directoryEntry")
        .values(row)
        .onConflict((conflict) => conflict.column("baseCall").doUpdateSet({ body: row.body, askedAt: row.askedAt }));
      await write(() => store.run(keep));
      if (entry !== null) announce({ type: "directory", baseCall });
    } catch (error) {
      restUntil = Date.now() + REST_MS;
      fault(error);
    } finally {
      asking.delete(baseCall);
    }
  }

  /** The newest is asked for first: the others are of less use every minute. */
  const wondered = new Set<string>();
  let pacing: NodeJS.Timeout | undefined;
  function next(): void {
    pacing = undefined;
    const baseCall = [...wondered].at(-1);
    if (baseCall === undefined) return;
    pacing = setTimeout(next, paceMs).unref();
    if (Date.now() < restUntil) return;
    wondered.delete(baseCall);
    void lookUp(baseCall);
  }

  return {
    wonder(baseCall) {
      wondered.delete(baseCall);
      wondered.add(baseCall);
      const [oldest] = wondered;
      if (wondered.size > MOST_WONDERED && oldest !== undefined) wondered.delete(oldest);
      pacing ??= setTimeout(next, paceMs).unref();
    },
    want(call, position) {
      const parsed = parseCallsign(call);
      clearTimeout(timers.get(position));
      timers.delete(position);
      if (!parsed.ok) return;
      const settled = () => {
        timers.delete(position);
        void lookUp(parsed.callsign.base);
      };
      timers.set(position, setTimeout(settled, settledMs).unref());
    },
    close: () => {
      clearTimeout(pacing);
      for (const timer of timers.values()) clearTimeout(timer);
    },
  };
}

function isKnown(store: Store, baseCall: string, now: number): boolean {
  const row = store.first(store.q.selectFrom("directoryEntry").selectAll().where("baseCall", "=", baseCall));
  return row !== undefined && now - row.askedAt < (row.body === null ? UNLISTED_FOR : LISTED_FOR);
}

/** What the directory said of a station, if it was asked before. */
export function listingOf(store: Store, baseCall: string): DirectoryEntry | null {
  const row = store.first(store.q.selectFrom("directoryEntry").selectAll().where("baseCall", "=", baseCall));
  if (row?.body === undefined || row.body === null) return null;
  // What was answered before directories were asked whether a station confirms online says nothing of it.
  const listing = { confirmsOnline: null, ...(JSON.parse(row.body) as Omit<Listing, "confirmsOnline">) };
  return { ...listing, askedAt: isoTime(row.askedAt) };
}
