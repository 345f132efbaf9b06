import type { Entry } from "../../core/contract";
import type { Context } from "../context";
import { done, type Result } from "../problem";
import { boardOf, HIGHEST_KEPT } from "./board";
import { getEntry } from "./entries";

/** A serial that a position did not log within this time is free again, seconds. */
const FORGOTTEN = 900;

/**
 * Reserves the next serial of an entry for a position, or gives the one that it holds already: a serial goes out once,
 * however many positions send.
 */
export function reserveSerial(
  context: Context,
  entryId: number,
  position: string,
): Result<{ readonly serial: number }> {
  const found = getEntry(context, entryId);
  if (!found.ok) return found;
  const { store } = context;
  return done({
    serial: store.transaction(() => {
      const held = store.first(
        store.q
          .selectFrom("contestSerial")
          .select("serial")
          .where("entryId", "=", entryId)
          .where("position", "=", position)
          .where("contactId", "is", null)
          .orderBy("serial"),
      );
      if (held !== undefined) return held.serial;
      const serial = nextSerial(context, found.value);
      claim(context, entryId, serial, position);
      return serial;
    }),
  });
}

function claim(context: Context, entryId: number, serial: number, position: string): void {
  const { store } = context;
  const row = { entryId, serial, position, reservedAt: context.now(), contactId: null };
  store.run(
    store.q
      .insertInto("contestSerial")
      .values(row)
      .onConflict((conflict) =>
        conflict.columns(["entryId", "serial"]).doUpdateSet({ position, reservedAt: row.reservedAt, contactId: null }),
      ),
  );
}

/** The lowest serial that was given back, or the one after the highest, of contacts that came by an import, too. */
export function nextSerial(context: Context, entry: Entry): number {
  const { store } = context;
  const entryId = entry.id;
  const free = store.first(
    store.q
      .selectFrom("contestSerial")
      .select("serial")
      .where("entryId", "=", entryId)
      .where("contactId", "is", null)
      .where((eb) => eb.or([eb("position", "=", ""), eb("reservedAt", "<", context.now() - FORGOTTEN)]))
      .orderBy("serial"),
  );
  return free?.serial ?? lastInTurn([...highestGiven(context, entryId), ...boardOf(context, entry).highestSent()]) + 1;
}

/** So far beyond all others no serial is in its turn. */
const FARTHEST = 100;

/**
 * The last serial in turn: one that stands alone far beyond all others was mistyped, and does not carry the next ones
 * with it.
 */
function lastInTurn(serials: readonly number[]): number {
  const highest = [...new Set(serials)].sort((a, b) => b - a);
  const at = highest.findIndex((serial, index) => serial - (highest[index + 1] ?? 0) <= FARTHEST);
  return highest[at] ?? 0;
}

/** The highest serials that were given out. */
function highestGiven({ store }: Context, entryId: number): number[] {
  return store.values(
    store.q
      .selectFrom("contestSerial")
      .select("serial")
      .where("entryId", "=", entryId)
      .orderBy("serial", "desc")
      .limit(HIGHEST_KEPT),
  );
}

/** Gives back what a position reserved and did not log. The highest is forgotten, others wait for the next contact. */
export function giveBackSerial(
  context: Context,
  entryId: number,
  position: string,
): Result<{ readonly freed: number }> {
  const { store } = context;
  const { changes } = store.run(
    store.q
      .updateTable("contestSerial")
      .set({ position: "" })
      .where("entryId", "=", entryId)
      .where("position", "=", position)
      .where("contactId", "is", null),
  );
  return done({ freed: changes });
}

/**
 * Takes a serial for a contact that is being logged. One that another contact has already is not given twice: the
 * next free one is taken instead.
 */
export function takeSerial(context: Context, entry: Entry, wanted: number | null, position: string): number {
  const { store } = context;
  const entryId = entry.id;
  const held = wanted ?? undefined;
  if (held !== undefined && !boardOf(context, entry).hasSent(held)) {
    const row = store.first(
      store.q.selectFrom("contestSerial").selectAll().where("entryId", "=", entryId).where("serial", "=", held),
    );
    if (row === undefined || (row.contactId === null && (row.position === position || row.position === ""))) {
      claim(context, entryId, held, position);
      return held;
    }
  }
  const serial = nextSerial(context, entry);
  claim(context, entryId, serial, position);
  return serial;
}

/** Says which contact has a serial. */
export function serialLogged({ store }: Context, entryId: number, serial: number, contactId: number): void {
  store.run(
    store.q.updateTable("contestSerial").set({ contactId }).where("entryId", "=", entryId).where("serial", "=", serial),
  );
}
