import type { Store } from "../db/store";
import type { Finder } from "./finder";
import { createSearcher } from "./search";

/** A finder in the thread that asks; for jobs, which have a thread of their own, and tests. */
export function localFinder(store: Store): Finder {
  const searcher = createSearcher(store);
  return {
    find: ({ search, now, offset, limit }) => Promise.resolve(searcher.slice(search, now, offset, limit)),
    hints: (request) => Promise.resolve(searcher.hints(request)),
    forget: () => {},
    close: () => {},
  };
}
