import { LOCAL_OPERATOR } from "./actor";
import type { Context } from "./context";
import type { Store } from "./db/store";
import { localFinder } from "./logbook/localFinder";
import { localReader } from "./reader/reader";

/** The context of a program of its own, of which no browser hears. */
export function quietContext(store: Store, name: string, now = () => Math.floor(Date.now() / 1000)): Context {
  return {
    store,
    finder: localFinder(store),
    reader: localReader(store),
    actor: { ...LOCAL_OPERATOR, name },
    now,
    announce: () => {},
    write: async (work) => work(),
  };
}
