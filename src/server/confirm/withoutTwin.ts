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
import { spanText } from "../../core/time/words";
import { writeBatch } from "../logbook/batch";
import { keepTwin, meet, unmetStatements } from "./meet";

/** So many of each group are shown, and so many statements are looked at. */
const LISTED = 100;
const LOOKED_AT = 2000;

/** Causes that a group says whole: its lines need no words of their own. */
const SAID_BY_GROUP: ReadonlySet<Miss["cause"]> = new Set(["met", "band", "mode", "own call", "confirmed"]);

/** What others say of us that meets no contact of ours, by what keeps it apart, as the log is now. */
export function withoutTwin(context: Context, logbookId: number, service: ServiceId): ServiceView["withoutTwin"] {
  const told = unmetStatements(context, logbookId, service, LOOKED_AT);
  const groups = groupMisses(told.map((one) => ({ told: one, miss: missIn(context, logbookId, service, one) })));
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

/** What keeps a statement from our contacts, as the log is now. */
export function missIn(context: Context, logbookId: number, service: ServiceId, told: Told): Miss {
  const { store } = context;
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
  const withStation = contactsIn(ours.where("baseCall", "=", told.baseCall));
  const near = () =>
    contactsIn(
      ours
        .where("band", "=", told.band)
        .where("startedAt", ">=", told.startedAt - CONFIRM_TOLERANCE)
        .where("startedAt", "<=", told.startedAt + CONFIRM_TOLERANCE),
    );
  const miss = missOf(told, withStation, []);
  return miss.cause === "none" ? missOf(told, withStation, near()) : miss;
}

/** Looks again whether statements meet contacts by now, as after those were mended; gives how many do. */
export function meetAgain(context: Context, logbookId: number, service: ServiceId): { readonly met: number } {
  const meeting = unmetStatements(context, logbookId, service, LOOKED_AT).filter(
    (told) => missIn(context, logbookId, service, told).cause === "met",
  );
  if (meeting.length === 0) return { met: 0 };
  const summary = `Confirmed through ${serviceById(service).name}`;
  const met = writeBatch(context, { logbookId, kind: "confirm", summary }, (writer) => {
    const taken = meeting.filter((statement) => {
      const { kind, contactId } = meet(context, logbookId, service, writer, statement);
      if (contactId !== null) keepTwin(context, logbookId, service, statement.serviceId, contactId);
      return kind === "matched";
    });
    return taken.length;
  });
  context.announce({ type: "service", logbookId, service });
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
  context.announce({ type: "service", logbookId, service });
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
