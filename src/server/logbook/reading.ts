import type { z } from "zod";
import { type AwardWorth, ENTITIES_AWARD, factsOnAir, NOTHING_KNOWN, worthOfItem, worthsOf } from "../../core/award";
import { modeGroup, parseMode } from "../../core/band";
import { baseCall } from "../../core/callsign";
import { isoTime } from "../../core/contact";
import type { CallPlace, Reading, readingQuerySchema, StationOnAir, StationReading } from "../../core/contract";
import { placeWhileTyping, readCallsign, readingOf } from "../../core/reading";
import { followedAwards } from "../award/followed";
import { slotsOfItem } from "../award/slotsOfItem";
import type { Context } from "../context";
import { exceptionsByCall } from "../directory/callExceptions";
import { listingOf } from "../directory/listings";
import { done, invalid, type Result } from "../problem";
import { withConfirmations } from "./contactRow";
import { siteNow } from "./sites";
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
    ownGrid: siteNow({ store, now }, logbookId).grid,
    exceptions,
    slotsOf: (entityCode) => slotsOfItem(store, logbookId, ENTITIES_AWARD.id, String(entityCode)),
    station: { ...station, directory },
  });
  const followed = followedWorths({ store, now }, logbookId, query, rest.place, { ...station, directory });
  return done({ ...rest, followed, station: { ...station, duplicate }, directory });
}

/** A station on the air, as it is typed. */
interface Typed {
  readonly call: string;
  readonly band: string;
  readonly mode: string;
  readonly grid?: string | undefined;
}

/** What the log and the directory have of a station, and what it is worth for the awards that are followed. */
export function stationOnAir(context: Pick<Context, "store" | "now">, logbookId: number, typed: Typed): StationOnAir {
  const station = stationOf(context, logbookId, typed.call);
  const place = placeWhileTyping(typed.call, context.now(), exceptionsByCall(context.store));
  return { ...station, followed: followedWorths(context, logbookId, typed, place, station) };
}

/** What a station is worth for each award that is followed, by all that is known of it. */
function followedWorths(
  { store, now }: Pick<Context, "store" | "now">,
  logbookId: number,
  typed: Typed,
  place: CallPlace,
  { previous, directory }: StationReading,
): AwardWorth[] {
  const meant = parseMode(typed.mode) ?? { mode: typed.mode, submode: null };
  // Away from home it is where it was not before: only what it said under the same call holds.
  const before = previous.filter(({ call }) => call === place.call);
  const known = (field: "grid" | "state" | "island") =>
    before.find((contact) => contact[field] !== null)?.[field] ?? null;
  const home = place.call === place.base ? (directory?.grid ?? null) : null;
  const facts = factsOnAir({
    ...{ call: place.call, band: typed.band, ...meant, modeGroup: modeGroup(meant.mode), at: isoTime(now()), place },
    known: {
      ...NOTHING_KNOWN,
      grid: typed.grid ?? known("grid") ?? home,
      state: known("state"),
      island: known("island"),
    },
    site: siteNow({ store, now }, logbookId),
  });
  return worthsOf(followedAwards(store, logbookId), facts, (award, item) =>
    worthOfItem(award, item, slotsOfItem(store, logbookId, award.id, item), facts),
  );
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
