import type { Context } from "../context";
import { ticking } from "../ticking";
import { liveLogbooks } from "./liveLogbooks";
import { siteNow } from "./sites";

interface Options {
  readonly context: Context;
  readonly fault: (error: unknown) => void;
  /** How often it is looked, milliseconds. */
  readonly lookMs?: number;
}

/** Tells browsers when a logbook is operated from elsewhere, since the times of a site began or ended. */
export function createSiteWatch({ context, fault, lookMs = 5000 }: Options): { close: () => Promise<void> } {
  const { store } = context;
  const sitesNow = () =>
    new Map(store.all(liveLogbooks(store).select("id")).map(({ id }) => [id, siteNow(context, id).id]));
  let before = sitesNow();
  const look = async () => {
    const now = sitesNow();
    for (const [logbookId, siteId] of now)
      if (before.has(logbookId) && before.get(logbookId) !== siteId) context.announce({ type: "logbook", logbookId });
    before = now;
  };
  return { close: ticking(lookMs, look, fault) };
}
