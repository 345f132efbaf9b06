import { CONFIRM_TOLERANCE, isoTime } from "../../core/contact";
import {
  groupMisses,
  isConfirmed,
  type Miss,
  missOf,
  missText,
  type OurContact,
  type ServiceId,
  serviceById,
  type Told,
} from "../../core/confirm";
import { sql } from "kysely";
import type { z } from "zod";
import type { leaveSchema, MissView, ServiceView } from "../../core/contract";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { spanText } from "../../core/time/words";
import { writeBatch } from "../logbook/batch";
import { keepTwin, meet, unmetStatements } from "./meet";
import { createMatcher } from "./matcher";

/** So many of each group are shown, and so many statements are looked at. */
const LISTED = 100;
const LOOKED_AT = 2000;

/** Causes that a group says whole: its lines need no words of their own. */
const SAID_BY_GROUP: ReadonlySet<Miss["cause"]> = new Set(["met", "band", "mode", "own call", "confirmed"]);

/** What others say of us that meets no contact of ours, by what keeps it apart, as the log is now. */
export function withoutTwin(context: Context, logbookId: number, service: ServiceId): ServiceView["withoutTwin"] {
  const told = unmetStatements(context, logbookId, service, LOOKED_AT);
  const misses = missesIn(context.store, logbookId, service, told);
  const groups = groupMisses(told.map((one, index) => ({ told: one, miss: misses[index]! })));
  return groups.map(({ cause, text, mend, items }): MissView => ({
    cause,
    text,
    count: items.length,
    mend,
    contactIds: [...new Set(items.flatMap(({ miss }) => (miss.nearest === null ? [] : [miss.nearest.id])))],
    items: items.slice(0, LISTED).map((item) => ({
      id: item.told.serviceId,
      call: item.told.call,
      ownCall: item.told.ownCall,
      startedAt: isoTime(item.told.startedAt),
      band: item.told.band,
      mode: item.told.mode,
      text: lineText(item.told, item.miss),
      contactId: item.miss.nearest?.id ?? null,
      mend: item.mend,
    })),
  }));
}

/** What a line says that its group does not. */
function lineText(told: Told, miss: Miss): string {
  if (SAID_BY_GROUP.has(miss.cause)) return "";
  return miss.cause === "time" ? `${spanText(miss.apart)} apart` : missText(told, miss);
}

/** What keeps statements from our contacts, as the log is now, in their order. */
export function missesIn(store: Store, logbookId: number, service: ServiceId, told: readonly Told[]): Miss[] {
  const ours = store.q
    .selectFrom("contact")
    .leftJoin("confirmation", (join) =>
      join.onRef("confirmation.contactId", "=", "contact.id").on("channel", "=", service),
    )
    .select(["contact.id", "call", "baseCall", "band", "mode", "modeGroup", "startedAt", "ownCall", "received"])
    .where("logbookId", "=", logbookId);
  const contactsIn = (query: typeof ours): OurContact[] =>
    store.all(query).map(({ received, ...contact }) => ({
      ...contact,
      isConfirmed: received !== null && isConfirmed({ received }),
    }));
  const calls = JSON.stringify([...new Set(told.map(({ baseCall }) => baseCall))]);
  const byCall = new Map<string, OurContact[]>();
  for (const contact of contactsIn(ours.where("baseCall", "in", sql<string>`(SELECT value FROM json_each(${calls}))`)))
    byCall.set(contact.baseCall, [...(byCall.get(contact.baseCall) ?? []), contact]);
  return told.map((one) => {
    const withStation = byCall.get(one.baseCall) ?? [];
    const miss = missOf(one, withStation, []);
    if (miss.cause !== "none") return miss;
    const near = ours
      .where("band", "=", one.band)
      .where("startedAt", ">=", one.startedAt - CONFIRM_TOLERANCE)
      .where("startedAt", "<=", one.startedAt + CONFIRM_TOLERANCE);
    return missOf(one, withStation, contactsIn(near));
  });
}

/** Looks again whether statements meet contacts by now, as after those were mended; gives how many do. */
export function meetAgain(context: Context, logbookId: number, service: ServiceId): { readonly met: number } {
  const unmet = unmetStatements(context, logbookId, service, LOOKED_AT);
  const misses = missesIn(context.store, logbookId, service, unmet);
  const meeting = unmet.filter((_, index) => misses[index]!.cause === "met");
  if (meeting.length === 0) return { met: 0 };
  const summary = `Confirmed through ${serviceById(service).name}`;
  const twinOf = createMatcher(context.store, logbookId);
  const met = writeBatch(context, { logbookId, kind: "confirm", summary }, (writer) => {
    const taken = meeting.filter((statement) => {
      const contactId = twinOf(statement) ?? null;
      const { kind } = meet(context, service, writer, contactId);
      if (contactId !== null) keepTwin(context, logbookId, service, statement.serviceId, contactId);
      return kind === "matched";
    });
    return taken.length;
  });
  context.announce({ type: "service", logbookId, service, what: "statements" });
  return { met };
}

/** Leaves statements alone, or takes up again all that were; gives how many. */
export function leaveStatements(
  context: Context,
  logbookId: number,
  service: ServiceId,
  asked: z.output<typeof leaveSchema>,
): { readonly changed: number } {
  const { store } = context;
  const update = store.q.updateTable("statement").where("logbookId", "=", logbookId).where("service", "=", service);
  const { changes } = store.run(
    "leave" in asked
      ? update
          .set({ leftAt: context.now() })
          .where("contactId", "is", null)
          .where("serviceId", "in", sql<string>`(SELECT value FROM json_each(${JSON.stringify(asked.leave)}))`)
      : update.set({ leftAt: null }).where("leftAt", "is not", null),
  );
  context.announce({ type: "service", logbookId, service, what: "statements" });
  return { changed: changes };
}

/** How many statements without a twin were left alone. */
export function leftAlone({ store }: Context, logbookId: number, service: ServiceId): number {
  return store.first(
    store.q
      .selectFrom("statement")
      .select((eb) => eb.fn.countAll<number>().as("left"))
      .where("logbookId", "=", logbookId)
      .where("service", "=", service)
      .where("contactId", "is", null)
      .where("leftAt", "is not", null),
  )!.left;
}
