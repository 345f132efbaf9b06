import { sql } from "kysely";
import type { z } from "zod";
import { type AwardId, AWARDS, awardById, tableOf } from "../../core/award";
import type { awardContactsQuerySchema, awardContactsSchema, AwardProgress, AwardTable } from "../../core/contract";
import type { Context } from "../context";
import { withConfirmations } from "../logbook/contactRow";
import { newestEntry } from "../logbook/journal";
import { done, type Result } from "../problem";
import { countedTo } from "./counted";

const LISTED = 200;

/** How far each award is. */
export function listAwards({ store }: Context, logbookId: number): Result<AwardProgress[]> {
  const rows = store.all(
    store.q
      .selectFrom("slot")
      .select((eb) => [
        "award",
        eb.fn.count<number>("item").distinct().as("worked"),
        eb.fn
          .count<number>(eb.case().when("confirmed", ">", 0).then(eb.ref("item")).end())
          .distinct()
          .as("confirmed"),
      ])
      .where("logbookId", "=", logbookId)
      .where("worked", ">", 0)
      .groupBy("award"),
  );
  const upTo = countedTo(store);
  return done(
    AWARDS.map(({ id }) => {
      const { worked = 0, confirmed = 0 } = rows.find(({ award }) => award === id) ?? {};
      return { award: id, worked, confirmed, isCounted: upTo(logbookId, id) === Infinity };
    }),
  );
}

export function awardTable({ store }: Context, logbookId: number, award: AwardId): Result<AwardTable> {
  const slots = store.all(
    store.q
      .selectFrom("slot")
      .select(["item", "band", "modeGroup", "worked", "confirmed"])
      .where("logbookId", "=", logbookId)
      .where("award", "=", award)
      .where("worked", ">", 0),
  );
  return done(tableOf(award, slots, newestEntry(store), countedTo(store)(logbookId, award) === Infinity));
}

/** The contacts that are worth an item, the newest first. */
export function awardContacts(
  { store }: Context,
  logbookId: number,
  id: AwardId,
  { item, band, modeGroup }: z.output<typeof awardContactsQuerySchema>,
): Result<z.output<typeof awardContactsSchema>> {
  const award = awardById(id)!;
  const { field, part } = award.heldIn;
  const isIndexed = field === "entityCode";
  // Without an index of its field the table is gone through as it lies: by that of the logbook each row is looked up.
  const home = isIndexed ? sql<number>`logbookId` : sql<number>`+logbookId`;
  let query = store.q.selectFrom("contact").selectAll().where(home, "=", logbookId);
  if (band !== undefined) query = query.where("band", "=", band);
  if (modeGroup !== undefined) query = query.where("modeGroup", "=", modeGroup);
  // What else holds as much falls out below.
  const held = part(item);
  query =
    typeof held === "number"
      ? query.where(field, "=", held)
      : query.where((eb) => eb(eb.fn<number>("instr", [eb.fn("upper", [field]), eb.val(held)]), ">", 0));
  const rows = store.all(query.orderBy("startedAt", "desc")).filter((row) => award.itemsOf(row).includes(item));
  return done({ total: rows.length, items: withConfirmations(store, rows.slice(0, LISTED)) });
}
