import {
  type CompleteContact,
  DUPLICATE_TOLERANCE,
  findTwin,
  type MadeAs,
  madeAlike,
  type MatchFacts,
  secondsOf,
} from "../../core/contact";
import type { Store } from "../db/store";
import { newestEntry } from "./journal";

/** What two entries of a log are compared by. */
export interface LogFacts extends MatchFacts, MadeAs {}

export interface Twin extends LogFacts {
  readonly id: number;
}

/** What a file itself says of our side; what it did not say may have been put in since. */
export type SaidOfUs = Pick<MadeAs, "ownCall" | "ownGrid">;

/** A log may have the same contact many times, so that reading them all for each one more would take for ever. */
const MOST_CANDIDATES = 100;

/**
 * Finds contacts of a logbook by the one rule of when two are one.
 *
 * @param byMinute the contact's time is one to the minute: only those of the same minute are the same contact
 */
export function twinFinder(store: Store, logbookId: number, byMinute = false): (facts: LogFacts) => Twin | undefined {
  const near = nearFinder(store, logbookId);
  return (facts) => twinAmong(facts, near(facts), byMinute);
}

/** The one of some contacts that another one is the twin of. */
export function twinAmong<Facts extends LogFacts>(
  wanted: LogFacts,
  candidates: readonly Facts[],
  byMinute: boolean,
): Facts | undefined {
  const minuteOf = ({ startedAt }: MatchFacts) => Math.floor(startedAt / 60);
  const alike = candidates.filter(
    (candidate) => madeAlike(candidate, wanted) && (!byMinute || minuteOf(candidate) === minuteOf(wanted)),
  );
  return findTwin(wanted, alike, DUPLICATE_TOLERANCE);
}

/** The twins of many contacts that are added one after the other. */
export interface PieceTwins {
  /** To be called at the beginning of each transaction: sees what others wrote since. */
  refresh(): void;
  /** The twin of the contact of a place, which may be one that was added before it. */
  twinOf(place: number): Twin | undefined;
  added(place: number, id: number): void;
  /** To be called at the end of each transaction. */
  wrote(): void;
}

/**
 * Looks many contacts up at once, before the transaction, where nobody waits. A file is mostly in the order of time:
 * then all that may be a twin of one of them is read in one go.
 */
export function twinsOfPiece(
  store: Store,
  logbookId: number,
  facts: readonly LogFacts[],
  byMinute = false,
): PieceTwins {
  let seen = newestEntry(store);
  let near = lookUp();

  function lookUp(): (wanted: LogFacts) => readonly Twin[] {
    const among = contactsAround(store, logbookId, facts);
    if (among === null) return nearFinder(store, logbookId);
    const byCall: ByCall = new Map();
    for (const one of among) put(byCall, one);
    return ({ baseCall }) => byCall.get(baseCall) ?? [];
  }

  const added: ByCall = new Map();
  return {
    refresh() {
      const newest = newestEntry(store);
      if (newest === seen) return;
      seen = newest;
      near = lookUp();
    },
    twinOf(place) {
      const wanted = facts[place]!;
      const candidates = [...near(wanted), ...(added.get(wanted.baseCall) ?? [])];
      // Of two that are as near the first is taken, in the order in which the index has them.
      candidates.sort((a, b) => b.startedAt - a.startedAt || a.id - b.id);
      return twinAmong(wanted, candidates, byMinute);
    },
    added: (place, id) => put(added, { ...facts[place]!, id }),
    wrote: () => void (seen = newestEntry(store)),
  };
}

type ByCall = Map<string, Twin[]>;

function put(byCall: ByCall, twin: Twin): void {
  const same = byCall.get(twin.baseCall);
  if (same === undefined) byCall.set(twin.baseCall, [twin]);
  else same.push(twin);
}

/** The contacts of the log in the span of time of some others; null where they are many more than those. */
function contactsAround(store: Store, logbookId: number, facts: readonly MatchFacts[]): Twin[] | null {
  let [from, to] = [Infinity, -Infinity];
  for (const { startedAt } of facts) [from, to] = [Math.min(from, startedAt), Math.max(to, startedAt)];
  const most = 2 * facts.length;
  const found = store.all(
    store.q
      .selectFrom("contact")
      .select(COMPARED)
      .where("logbookId", "=", logbookId)
      .where((eb) => eb.between("startedAt", from - DUPLICATE_TOLERANCE, to + DUPLICATE_TOLERANCE))
      .orderBy("startedAt", "desc")
      .limit(most + 1),
  );
  return found.length > most ? null : found;
}

const COMPARED = ["id", "baseCall", "band", "modeGroup", "startedAt", "mode", "submode", "ownCall", "ownGrid"] as const;

/**
 * What a contact is compared by.
 *
 * @param said what was said of our side, where that is not all that the contact has
 */
export function logFactsOf(contact: CompleteContact, { ownCall, ownGrid }: SaidOfUs = contact): LogFacts {
  const { baseCall, band, modeGroup, startedAt, mode, submode } = contact;
  return { baseCall, band, modeGroup, startedAt: secondsOf(startedAt), mode, submode, ownCall, ownGrid };
}

const NEAR = new WeakMap<Store, ReturnType<typeof prepareNear>>();

function nearFinder(store: Store, logbookId: number): (facts: MatchFacts) => Twin[] {
  let near = NEAR.get(store);
  if (near === undefined) {
    near = prepareNear(store);
    NEAR.set(store, near);
  }
  const prepared = near;
  return ({ baseCall, startedAt }) =>
    prepared.all(
      logbookId,
      baseCall,
      startedAt - DUPLICATE_TOLERANCE,
      startedAt + DUPLICATE_TOLERANCE,
      MOST_CANDIDATES,
    );
}

function prepareNear(store: Store) {
  return store.prepare<Twin>(
    store.q
      .selectFrom("contact")
      .select(COMPARED)
      .where("logbookId", "=", 0)
      .where("baseCall", "=", "")
      .where((eb) => eb.between("startedAt", 0, 0))
      .limit(MOST_CANDIDATES),
  );
}
