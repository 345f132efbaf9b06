import { parseCallsign } from "../../core/callsign";
import type { DirectoryEntry, LiveEvent } from "../../core/contract";
import type { Context } from "../context";
import type { Store } from "../db/store";

/** How long an answer is believed, seconds: a listing, and that a call is not listed. */
const LISTED_FOR = 30 * 86_400;
const UNLISTED_FOR = 86_400;
/** A directory that failed is left alone for so long, milliseconds. */
const REST_MS = 30_000;
/** A call that is typed on is not asked for. */
const SETTLED_MS = 300;

/** Asks the directory about calls that are typed; its answers are kept, and arrive by the live stream. */
export interface Directory {
  /** Sees to it that the listing of a call that is typed at a position is known, soon; nobody waits for it. */
  want(call: string, position: string): void;
  close(): void;
}

interface DirectoryOptions extends Pick<Context, "write"> {
  readonly store: Store;
  /** Null when the call is not listed; throws when the directory fails. */
  readonly ask: (baseCall: string) => Promise<DirectoryEntry | null>;
  readonly announce: (event: LiveEvent) => void;
  /** Seconds since 1970 UTC. */
  readonly now: () => number;
  readonly fault: (error: unknown) => void;
  readonly settledMs?: number;
}

export function createDirectory({
  store,
  write,
  ask,
  announce,
  now,
  fault,
  settledMs = SETTLED_MS,
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

  return {
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
  const row = store.first(store.q.selectFrom("directoryEntry").select("body").where("baseCall", "=", baseCall));
  return row?.body === undefined || row.body === null ? null : (JSON.parse(row.body) as DirectoryEntry);
}
