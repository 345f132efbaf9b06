import type { z } from "zod";
import { ENTITIES_AWARD } from "../../core/award";
import { baseCall } from "../../core/callsign";
import type { CallPlace, Reading, readingQuerySchema, StationReading } from "../../core/contract";
import { placeWhileTyping, readCallsign, readingOf } from "../../core/reading";
import type { Context } from "../context";
import { exceptionsByCall } from "../directory/callExceptions";
import { listingOf } from "../directory/directory";
import { done, invalid, type Result } from "../problem";
import { withConfirmations } from "./contactRow";
import { siteOfLogbook } from "./sites";
import { noteOf } from "./stationNotes";

const PREVIOUS = 6;

/** Resolves a call as of a moment, seconds since 1970 UTC. */
export function readCall({ store }: Context, text: string, at: number): Result<CallPlace> {
  const read = readCallsign(text, at, exceptionsByCall(store));
  return "place" in read ? done(read.place) : invalid([{ field: "call", text: read.reason }]);
}

/** Everything the entry line says about a call: a few indexed reads, no scan. */
export function readingFor(
  { store, now }: Pick<Context, "store" | "now">,
  logbookId: number,
  query: Omit<z.output<typeof readingQuerySchema>, "position">,
): Result<Reading> {
  const exceptions = exceptionsByCall(store);
  const at = now();
  const { base } = placeWhileTyping(query.call, at, exceptions);
  const { directory, ...station } = stationOf({ store }, logbookId, base);
  const { duplicate, ...rest } = readingOf(query, {
    now: at,
    ownGrid: siteOfLogbook(store, logbookId).grid,
    exceptions,
    slotsOf: (entityCode) =>
      store.all(
        store.q
          .selectFrom("slot")
          .select(["band", "modeGroup", "worked", "confirmed"])
          .where("logbookId", "=", logbookId)
          .where("award", "=", ENTITIES_AWARD.id)
          .where("item", "=", String(entityCode)),
      ),
    station: { ...station, directory },
  });
  return done({ ...rest, station: { ...station, duplicate }, directory });
}

/** What the log and the directory have of a station, under whichever designators. */
export function stationOf({ store }: Pick<Context, "store">, logbookId: number, call: string): StationReading {
  const base = baseCall(call);
  const ofStation = store.q.selectFrom("contact").where("logbookId", "=", logbookId).where("baseCall", "=", base);
  const { contacts } = store.first(ofStation.select((eb) => eb.fn.countAll<number>().as("contacts")))!;
  const previous = store.all(ofStation.selectAll().orderBy("startedAt", "desc").limit(PREVIOUS));
  return {
    base,
    contacts,
    previous: withConfirmations(store, previous),
    note: noteOf(store, logbookId, base),
    directory: listingOf(store, base),
  };
}
