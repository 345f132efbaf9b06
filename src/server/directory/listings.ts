import { isoTime } from "../../core/contact";
import type { DirectoryEntry } from "../../core/contract";
import { completed, EMPTY_LISTING, isComplete, type Listing, together } from "../../core/directory";
import { resolve } from "../../core/entity";
import type { Store } from "../db/store";
import { directoriesInUse } from "./directories";
import { sourceById } from "./sources";

/** How long an answer is believed, seconds: a listing, and that a call is not listed. */
const LISTED_FOR = 30 * 86_400;
const UNLISTED_FOR = 86_400;

/** Keeps what a directory said of stations. */
export function keepListings(
  store: Store,
  directory: string,
  listings: ReadonlyMap<string, Listing | null>,
  askedAt: number,
): void {
  store.transaction(() => {
    for (const [baseCall, listing] of listings) {
      const facts = { body: listing === null ? null : JSON.stringify(listing), askedAt };
      store.run(
        store.q
          .insertInto("listing")
          .values({ baseCall, directory, ...facts })
          .onConflict((conflict) => conflict.columns(["baseCall", "directory"]).doUpdateSet(facts)),
      );
    }
  });
}

/**
 * Of stations those of which a directory is to be asked: what it said is too old, and none that comes before it has
 * said all that is needed.
 *
 * @param order the directories that are asked
 */
export function unaskedOf(
  store: Store,
  directory: string,
  baseCalls: readonly string[],
  now: number,
  order: readonly string[] = directoriesInUse(store),
): string[] {
  const before = order.slice(0, order.indexOf(directory));
  return baseCalls.filter((baseCall) => {
    const kept = keptOf(store, baseCall);
    const own = kept.find((one) => one.directory === directory);
    if (own !== undefined && now - own.askedAt < (own.listing === null ? UNLISTED_FOR : LISTED_FOR)) return false;
    const known = kept.filter((one) => before.includes(one.directory)).flatMap(({ listing }) => listing ?? []);
    return !isComplete(completed(together(known), null));
  });
}

/** What the directories in use have of a station, the one that is believed first before; null where none lists it. */
export function listingOf(store: Store, baseCall: string): DirectoryEntry | null {
  const kept = keptOf(store, baseCall);
  if (kept.length === 0) return null;
  const order = directoriesInUse(store);
  const by = order.flatMap((directory) => {
    const one = kept.find((of) => of.directory === directory);
    return one?.listing == null
      ? []
      : [{ directory, name: sourceById(directory)!.name, askedAt: isoTime(one.askedAt), listing: one.listing }];
  });
  if (by.length === 0) return null;
  const { entity } = resolve(baseCall, kept[0]!.askedAt);
  return { ...completed(together(by.map(({ listing }) => listing)), entity?.code ?? null), by };
}

function keptOf(store: Store, baseCall: string) {
  return store
    .all(store.q.selectFrom("listing").selectAll().where("baseCall", "=", baseCall))
    .map(({ directory, body, askedAt }) => ({
      directory,
      askedAt,
      // What was kept by an earlier version says less.
      listing: body === null ? null : { ...EMPTY_LISTING, ...(JSON.parse(body) as Partial<Listing>) },
    }));
}
