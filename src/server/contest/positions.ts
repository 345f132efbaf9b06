import { faultsOf, isoTime } from "../../core/contact";
import { type Position, positionInputSchema, type PositionNote, positionNoteInputSchema } from "../../core/contract";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { done, invalid, type Result } from "../problem";
import { getEntry } from "./entries";

/** A position that says nothing for so long is gone, seconds. */
const GONE = 45;
const RECENT_NOTES = 30;
/** Who sits where is only true while they sit there: it is not kept on disk. */
const SEATED = new WeakMap<Store, Map<number, Map<string, Position>>>();

function seatsOf({ store }: Context, entryId: number): Map<string, Position> {
  const entries = SEATED.get(store) ?? new Map<number, Map<string, Position>>();
  SEATED.set(store, entries);
  const seats = entries.get(entryId) ?? new Map<string, Position>();
  entries.set(entryId, seats);
  return seats;
}

/** Says that a position is there, and where it works. */
export function seatPosition(context: Context, entryId: number, id: string, input: unknown): Result<Position[]> {
  const found = getEntry(context, entryId);
  if (!found.ok) return found;
  const parsed = positionInputSchema.safeParse(input);
  if (!parsed.success) return invalid(faultsOf(parsed.error));
  const seats = seatsOf(context, entryId);
  const before = seats.get(id);
  const now: Position = { id: id.slice(0, 60), ...parsed.data, seenAt: isoTime(context.now()) };
  seats.set(now.id, now);
  const moved =
    before === undefined || JSON.stringify({ ...before, seenAt: "" }) !== JSON.stringify({ ...now, seenAt: "" });
  if (moved) announce(context, found.value.logbookId, entryId, "positions");
  return listPositions(context, entryId);
}

export function listPositions(context: Context, entryId: number): Result<Position[]> {
  const seats = seatsOf(context, entryId);
  const oldest = isoTime(context.now() - GONE);
  for (const [id, { seenAt }] of seats) if (seenAt < oldest) seats.delete(id);
  return done([...seats.values()].sort((a, b) => a.name.localeCompare(b.name)));
}

function announce(context: Context, logbookId: number, entryId: number, what: "positions" | "notes"): void {
  context.announce({ type: "contest", logbookId, entryId, what });
}

/** Short notes between the positions, the newest first. */
export function listPositionNotes(context: Context, entryId: number): Result<PositionNote[]> {
  const { store } = context;
  const rows = store.all(
    store.q
      .selectFrom("contestNote")
      .select(["id", "at", "position", "text"])
      .where("entryId", "=", entryId)
      .orderBy("id", "desc")
      .limit(RECENT_NOTES),
  );
  return done(rows.map((row) => ({ ...row, at: isoTime(row.at) })));
}

export function addPositionNote(context: Context, entryId: number, input: unknown): Result<PositionNote[]> {
  const found = getEntry(context, entryId);
  if (!found.ok) return found;
  const parsed = positionNoteInputSchema.safeParse(input);
  if (!parsed.success) return invalid(faultsOf(parsed.error));
  const { store } = context;
  store.run(store.q.insertInto("contestNote").values({ entryId, at: context.now(), ...parsed.data }));
  announce(context, found.value.logbookId, entryId, "notes");
  return listPositionNotes(context, entryId);
}
