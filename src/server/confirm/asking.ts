import type { z } from "zod";
import {
  askText,
  type AskWay,
  confirmationOf,
  CONFIRMED_STATES,
  lacksOf,
  serviceById,
  withConfirmation,
} from "../../core/confirm";
import { isoTime } from "../../core/contact";
import type { Asking, askInputSchema, StoredContact, Unanswered } from "../../core/contract";
import type { Context } from "../context";
import { writeBatch } from "../logbook/batch";
import { getContact } from "../logbook/contacts";
import { siteOfLogbook } from "../logbook/sites";
import { done, failed, type Result } from "../problem";
import { accessOf, type ServiceDefaults } from "./access";
import { askService, orNoAnswer } from "./askService";
import { toldOf } from "./toldOf";

const LISTED = 500;

/** Why a contact is not confirmed, what may be written, and when the other operator was asked. */
export function askingOf(context: Context, logbookId: number, contactId: number): Result<Asking> {
  const found = getContact(context, logbookId, contactId);
  if (!found.ok) return found;
  const { store } = context;
  const contact = found.value;
  const asked = store.all(
    store.q.selectFrom("asked").select(["way", "at"]).where("contactId", "=", contactId).orderBy("id", "desc"),
  );
  const ownCall = contact.ownCall ?? siteOfLogbook(store, logbookId).call;
  return done({
    lacks: lacksOf(contact.call, contact.confirmations),
    text: askText({ ...contact, ownCall }),
    asked: asked.map(({ way, at }) => ({ way, at: isoTime(at) })),
  });
}

/** Asks the other operator through a service, or notes that he is asked by mail or card; a card is owed then. */
export async function askStation(
  context: Context,
  defaults: ServiceDefaults,
  logbookId: number,
  contactId: number,
  { way, text }: z.output<typeof askInputSchema>,
): Promise<Result<Asking>> {
  const found = getContact(context, logbookId, contactId);
  if (!found.ok) return found;
  if (way !== "mail" && way !== "card") {
    const carried = await carry(context, defaults, found.value, way, text);
    if (!carried.ok) return carried;
  }
  return context.write(() => {
    // It may be gone since, and what was asked of it with it.
    const still = getContact(context, logbookId, contactId);
    if (!still.ok) return still;
    const { store } = context;
    return store.transaction(() => {
      store.run(store.q.insertInto("asked").values({ contactId, way, at: context.now(), text }));
      if (way === "card") oweCard(context, still.value);
      return askingOf(context, logbookId, contactId);
    });
  });
}

async function carry(
  context: Context,
  defaults: ServiceDefaults,
  contact: StoredContact,
  way: Exclude<AskWay, "mail" | "card">,
  text: string,
): Promise<Result<null>> {
  const { logbookId } = contact;
  const description = serviceById(way);
  const { ask, name } = description;
  if (ask === null) return failed(409, "Not carried", `${name} carries no questions.`);
  return orNoAnswer(async () => {
    const told = toldOf(contact, siteOfLogbook(context.store, logbookId).call);
    const { why } = await askService(description, accessOf(context, defaults, logbookId, way), ask(told, text));
    if (why === null) return done(null);
    return failed(422, "Not carried", `${name}: ${why}`, [{ field: "way", text: why }]);
  });
}

function oweCard(context: Context, { id, logbookId, call, confirmations }: StoredContact): void {
  if (confirmationOf(confirmations, "card").sent !== "no") return;
  const owed = withConfirmation(confirmations, "card", { sent: "wanted" });
  writeBatch(context, { logbookId, kind: "change", summary: `Card owed: ${call}` }, (writer) => {
    for (const held of writer.hold([id])) writer.change(held, { confirmations: owed });
  });
}

/** The contacts whose operators were asked and that are not confirmed, the longest ago first. */
export function unanswered({ store }: Context, logbookId: number): Result<Unanswered[]> {
  const rows = store.all(
    store.q
      .selectFrom("asked")
      .innerJoin("contact", "contact.id", "asked.contactId")
      .select((eb) => [
        "contactId",
        "call",
        "ownCall",
        "startedAt",
        "band",
        "mode",
        "way",
        eb.fn.max("at").as("lastAt"),
        eb.fn.countAll<number>().as("times"),
      ])
      .where("contact.logbookId", "=", logbookId)
      .where((eb) =>
        eb.not(
          eb.exists(
            eb
              .selectFrom("confirmation")
              .select("confirmation.contactId")
              .whereRef("confirmation.contactId", "=", "contact.id")
              .where("received", "in", CONFIRMED_STATES),
          ),
        ),
      )
      .groupBy("contactId")
      .orderBy("lastAt")
      .limit(LISTED),
  );
  return done(
    rows.map(({ way, lastAt, startedAt, ...rest }) => ({
      ...rest,
      startedAt: isoTime(startedAt),
      last: { way, at: isoTime(lastAt) },
    })),
  );
}
