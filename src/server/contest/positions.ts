import type { z } from "zod";
import { isoTime } from "../../core/contact";
import {
  type Position,
  type positionInputSchema,
  type PositionNote,
  type positionNoteInputSchema,
} from "../../core/contract";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { done, type Result } from "../problem";
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
export function seatPosition(
  context: Context,
  entryId: number,
  id: string,
  input: z.output<typeof positionInputSchema>,
): Result<Position[]> {
  const found = getEntry(context, entryId);
  if (!found.ok) return found;
  const seats = seatsOf(context, entryId);
  const before = seats.get(id);
  const now: Position = { id: id.slice(0, 60), ...input, seenAt: isoTime(context.now()) };
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

export function addPositionNote(
  context: Context,
  entryId: number,
  input: z.output<typeof positionNoteInputSchema>,
): Result<PositionNote[]> {
  const found = getEntry(context, entryId);
  if (!found.ok) return found;
  const { store } = context;
  store.run(store.q.insertInto("contestNote").values({ entryId, at: context.now(), ...input }));
  announce(context, found.value.logbookId, entryId, "notes");
  return listPositionNotes(context, entryId);
}
