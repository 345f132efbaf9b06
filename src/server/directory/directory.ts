import { parseCallsign } from "../../core/callsign";
import type { Context } from "../context";
import { RefusedAccess, ServiceProblem } from "../http/askQuestion";
import { createClients } from "./clients";
import { type DirectoryDefaults, letDirectoryRest, setUpDirectories } from "./directories";
import { keepListings, unaskedOf } from "./listings";

/** A directory that failed is left alone for so long, milliseconds. */
const REST_MS = 30_000;
/** One that does not let one in is not asked again for so long, seconds, unless it is set up otherwise. */
const REFUSED_REST = 3600;
/** A call that is typed on is not asked for. */
const SETTLED_MS = 300;
/** What nobody waits for is asked at this pace, milliseconds, so many of them wait at most. */
const PACE_MS = 1000;
const MOST_WONDERED = 500;

/** Asks the directories about calls that are typed; their answers are kept, and arrive by the live stream. */
export interface Directory {
  /** Sees to it that the listing of a call that is typed at a position is known, soon; nobody waits for it. */
  want(call: string, position: string): void;
  /** Sees to it that the listing of a station is known at some time: what is typed comes first. */
  wonder(baseCall: string): void;
  close(): void;
}

interface DirectoryOptions extends Pick<Context, "store" | "write" | "announce" | "now"> {
  readonly defaults: DirectoryDefaults;
  readonly fault: (error: unknown) => void;
  readonly settledMs?: number;
  readonly paceMs?: number;
}

export function createDirectory({
  store,
  write,
  announce,
  now,
  defaults,
  fault,
  settledMs = SETTLED_MS,
  paceMs = PACE_MS,
}: DirectoryOptions): Directory {
  /** By position: what one types on does not stop what another one waits for. */
  const timers = new Map<string, NodeJS.Timeout>();
  /** Until when those that failed are left alone. */
  const resting = new Map<string, number>();
  const clientOf = createClients();
  const asking = new Set<string>();

  async function lookUp(baseCall: string): Promise<void> {
    if (asking.has(baseCall)) return;
    asking.add(baseCall);
    try {
      for (const one of setUpDirectories(store, defaults)) {
        const { id } = one.source;
        if (!one.isUsed || (one.restsUntil ?? 0) > now() || (resting.get(id) ?? 0) > Date.now()) continue;
        if (unaskedOf(store, id, [baseCall], now()).length === 0) continue;
        try {
          const listings = await clientOf(one).ask([baseCall]);
          await write(() => keepListings(store, id, listings, now()));
          if (listings.get(baseCall) != null) announce({ type: "directory", baseCall });
        } catch (error) {
          resting.set(id, Date.now() + REST_MS);
          fault(error);
          if (!(error instanceof ServiceProblem)) continue;
          const seconds = error instanceof RefusedAccess ? REFUSED_REST : error.restSeconds;
          if (seconds !== null)
            await write(() => letDirectoryRest({ store, announce }, id, now() + seconds, error.message));
        }
      }
    } catch (error) {
      fault(error);
    } finally {
      asking.delete(baseCall);
    }
  }

  /** Whether any directory would answer. */
  const isAnyAwake = () =>
    setUpDirectories(store, defaults).some(
      ({ source, isUsed, restsUntil }) =>
        isUsed && (restsUntil ?? 0) <= now() && (resting.get(source.id) ?? 0) <= Date.now(),
    );

  /** The newest is asked for first: the others are of less use every minute. */
  const wondered = new Set<string>();
  let pacing: NodeJS.Timeout | undefined;
  let [isAsking, isClosed] = [false, false];
  function pace(): void {
    if (!isAsking && !isClosed) pacing ??= setTimeout(() => void next(), paceMs).unref();
  }
  async function next(): Promise<void> {
    pacing = undefined;
    const baseCall = [...wondered].at(-1);
    if (baseCall === undefined) return;
    if (isAnyAwake()) {
      wondered.delete(baseCall);
      isAsking = true;
      await lookUp(baseCall).finally(() => (isAsking = false));
    }
    pace();
  }

  return {
    wonder(baseCall) {
      wondered.delete(baseCall);
      wondered.add(baseCall);
      const [oldest] = wondered;
      if (wondered.size > MOST_WONDERED && oldest !== undefined) wondered.delete(oldest);
      pace();
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
      isClosed = true;
      clearTimeout(pacing);
      for (const timer of timers.values()) clearTimeout(timer);
    },
  };
}
