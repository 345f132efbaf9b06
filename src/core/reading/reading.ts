import { ENTITIES_AWARD, type Slot, worthOf } from "../award";
import { modeGroup, parseMode } from "../band";
import { type Callsign, cleanCall, parseCallsign, parsePartialCall } from "../callsign";
import { compareContacts, isoTime, secondsOf } from "../contact";
import type { CallExceptionEntry, CallPlace, Reading, StationReading } from "../contract";
import { type CallException, resolve } from "../entity";
import { gridCenter, pathBetween, type Point, sunState } from "../geo";

type Exceptions = ReadonlyMap<string, readonly CallException[]>;
type SlotCell = Pick<Slot, "band" | "modeGroup" | "worked" | "confirmed">;

/** The operator's exceptions by call, as `resolve` takes them; days begin and end in UTC. */
export function exceptionsFrom(entries: readonly CallExceptionEntry[]): Exceptions {
  const byCall = new Map<string, CallException[]>();
  for (const { call, entityCode, from, until, cqZone, ituZone } of entries) {
    const exception: CallException = {
      call,
      entityCode,
      from: from === null ? -Infinity : secondsOf(`${from}T00:00:00Z`),
      until: until === null ? Infinity : secondsOf(`${until}T23:59:59Z`),
      ...(cqZone === null ? {} : { cqZone }),
      ...(ituZone === null ? {} : { ituZone }),
    };
    byCall.set(call, [...(byCall.get(call) ?? []), exception]);
  }
  return byCall;
}

/** What is typed, and on which band and in which mode. */
interface Typed {
  readonly call: string;
  readonly band: string;
  readonly mode: string;
  readonly grid?: string | undefined;
  /** Within which time a second contact on band and mode group is a duplicate, seconds. */
  readonly within: number;
}

/** What a reading is made from. */
interface ReadingSources {
  /** Seconds since 1970 UTC. */
  readonly now: number;
  /** The grid of the site in use. */
  readonly ownGrid: string;
  readonly exceptions: Exceptions;
  /** The slots of an entity. */
  readonly slotsOf: (entityCode: number) => readonly SlotCell[];
  /** What the log and the directory have of the station; null while that is not known. */
  readonly station: StationReading | null;
}

/**
 * Everything that is said of a call being typed: who, where, worth. The same on the server and in the browser, which
 * computes it with each key and fills in the station when it comes.
 */
export function readingOf(
  { call, band, mode, grid, within }: Typed,
  { now, ownGrid, exceptions, slotsOf, station }: ReadingSources,
): Omit<Reading, "station" | "directory" | "followed"> & { readonly duplicate: boolean } {
  const place = placeWhileTyping(call, now, exceptions);
  const { entity, base } = place;
  const group = modeGroup(parseMode(mode)?.mode ?? mode);
  const slots = entity === null ? [] : [...slotsOf(entity.code)];
  const facts = { baseCall: base, band, modeGroup: group, startedAt: now };
  const previous = station?.previous ?? [];
  const here = gridCenter(ownGrid);
  const there =
    gridCenter(grid ?? null) ??
    gridCenter(previous.find((contact) => contact.grid !== null)?.grid ?? null) ??
    gridCenter(station?.directory?.grid ?? null) ??
    pointOf(place);
  return {
    place,
    point: there,
    beam: here !== null && there !== null ? pathBetween(here, there) : null,
    sun: there === null ? null : sunOver(there, now),
    worth: entity === null ? null : worthOf(ENTITIES_AWARD, slots, band, group, entity.name),
    slots,
    duplicate: previous.some(
      (contact) =>
        compareContacts({ ...contact, startedAt: Date.parse(contact.startedAt) / 1000 }, facts, within).kind !==
        "different",
    ),
  };
}

/** Where a call operates from, as of a moment; null, with the reason, for what is no call. */
export function readCallsign(
  text: string,
  at: number,
  exceptions: Exceptions,
): { readonly place: CallPlace } | { readonly reason: string } {
  const parsed = parseCallsign(text);
  return parsed.ok ? { place: placeOf(parsed.callsign, at, exceptions) } : { reason: parsed.reason };
}

/** As `readCallsign`, and also for the beginning of a call; what can never be one gives only the reason. */
export function placeWhileTyping(text: string, at: number, exceptions: Exceptions): CallPlace {
  const parsed = parseCallsign(text);
  const callsign = parsed.ok ? parsed.callsign : parsePartialCall(text);
  if (callsign !== null) return placeOf(callsign, at, exceptions);
  const call = cleanCall(text);
  return { call, base: call, prefix: "", ...told(call, at) };
}

function placeOf(callsign: Callsign, at: number, exceptions: Exceptions): CallPlace {
  const { call, base, prefix } = callsign;
  return { call, base, prefix, ...told(callsign, at, exceptions) };
}

function told(call: string | Callsign, at: number, exceptions?: Exceptions) {
  const { entity, candidates, ...rest } = resolve(call, at, exceptions);
  const brief = ({ code, name, prefix }: { code: number; name: string; prefix: string }) => ({ code, name, prefix });
  return { ...rest, entity: entity && brief(entity), candidates: candidates.map(brief) };
}

function pointOf({ latitude, longitude }: CallPlace): Point | null {
  return latitude === null || longitude === null ? null : { latitude, longitude };
}

function sunOver(point: Point, now: number): NonNullable<Reading["sun"]> {
  const { phase, since, until } = sunState(point, now);
  const iso = (at: number | null) => (at === null ? null : isoTime(Math.round(at)));
  return { phase, since: iso(since), until: iso(until) };
}
