import type { z } from "zod";
import { ENTITIES_AWARD, worthOf } from "../../core/award";
import { modeGroup, parseMode } from "../../core/band";
import { cleanCall, parseCallsign, parsePartialCall } from "../../core/callsign";
import { compareContacts, isoTime } from "../../core/contact";
import { type CallPlace, type Reading, type readingQuerySchema } from "../../core/contract";
import { type Resolution, resolve } from "../../core/entity";
import { gridCenter, pathBetween, type Point, sunState } from "../../core/geo";
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
  const parsed = parseCallsign(text);
  if (!parsed.ok) return invalid([{ field: "call", text: parsed.reason }]);
  const { call, base, prefix } = parsed.callsign;
  return done({ call, base, prefix, ...placeOf(resolve(parsed.callsign, at, exceptionsByCall(store))) });
}

/** As `readCall`, and also for the beginning of a call; what can never be one gives only the reason. */
function placeWhileTyping({ store }: Context, text: string, at: number): CallPlace {
  const parsed = parseCallsign(text);
  const callsign = parsed.ok ? parsed.callsign : parsePartialCall(text);
  if (callsign === null) {
    const call = cleanCall(text);
    return { call, base: call, prefix: "", ...placeOf(resolve(call, at)) };
  }
  const { call, base, prefix } = callsign;
  return { call, base, prefix, ...placeOf(resolve(callsign, at, exceptionsByCall(store))) };
}

function placeOf(resolution: Resolution): Omit<CallPlace, "call" | "base" | "prefix"> {
  const { entity, candidates, ...rest } = resolution;
  const brief = ({ code, name, prefix }: { code: number; name: string; prefix: string }) => ({ code, name, prefix });
  return { ...rest, entity: entity && brief(entity), candidates: candidates.map(brief) };
}

/** Everything the entry line says about a call: a few indexed reads, no scan. */
export function readingFor(
  context: Context,
  logbookId: number,
  query: Omit<z.output<typeof readingQuerySchema>, "position">,
): Result<Reading> {
  const now = context.now();
  const place = placeWhileTyping(context, query.call, now);
  const { store } = context;
  const { base, entity } = place;
  const { band } = query;
  const group = modeGroup(parseMode(query.mode)?.mode ?? query.mode);

  const previous = withConfirmations(
    store,
    store.all(
      store.q
        .selectFrom("contact")
        .selectAll()
        .where("logbookId", "=", logbookId)
        .where("baseCall", "=", base)
        .orderBy("startedAt", "desc")
        .limit(PREVIOUS),
    ),
  );
  const { contacts } = store.first(
    store.q
      .selectFrom("contact")
      .select((eb) => eb.fn.countAll<number>().as("contacts"))
      .where("logbookId", "=", logbookId)
      .where("baseCall", "=", base),
  )!;
  const slots =
    entity === null
      ? []
      : store.all(
          store.q
            .selectFrom("slot")
            .select(["band", "modeGroup", "worked", "confirmed"])
            .where("logbookId", "=", logbookId)
            .where("award", "=", ENTITIES_AWARD.id)
            .where("item", "=", String(entity.code)),
        );
  const facts = { baseCall: base, band, modeGroup: group, startedAt: now };
  const duplicate = previous.some(
    (contact) =>
      compareContacts({ ...contact, startedAt: Date.parse(contact.startedAt) / 1000 }, facts, query.within).kind !==
      "different",
  );
  const listed = listingOf(store, base);
  const here = gridCenter(siteOfLogbook(store, logbookId).grid);
  const there =
    gridCenter(query.grid ?? null) ??
    gridCenter(previous.find((contact) => contact.grid !== null)?.grid ?? null) ??
    gridCenter(listed?.grid ?? null) ??
    pointOf(place);
  return done({
    place: place,
    point: there,
    beam: here !== null && there !== null ? pathBetween(here, there) : null,
    sun: there === null ? null : sunOver(there, now),
    worth: entity === null ? null : worthOf(slots, band, group, entity.name),
    station: { contacts, previous, duplicate, note: noteOf(store, logbookId, base) },
    directory: listed,
    slots,
  });
}

function pointOf({ latitude, longitude }: CallPlace): Point | null {
  return latitude === null || longitude === null ? null : { latitude, longitude };
}

function sunOver(point: Point, now: number): NonNullable<Reading["sun"]> {
  const { phase, since, until } = sunState(point, now);
  const iso = (at: number | null) => (at === null ? null : isoTime(Math.round(at)));
  return { phase, since: iso(since), until: iso(until) };
}
