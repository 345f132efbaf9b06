import { type Insertable, sql } from "kysely";
import { slotsOf } from "../../core/award";
import type { Confirmation } from "../../core/confirm";
import type { CompleteContact } from "../../core/contact";
import type { StoredContact } from "../../core/contract";
import type { Context } from "../context";
import type { BatchKind, ConfirmationTable, ContactTable } from "../db/schema";
import type { Prepared, Store } from "../db/store";
import { CONTACT_COLUMNS, findContact, rowOf, valuesOf } from "./contactRow";

/** The only hands that touch contacts: each change also moves the slots, the journal, the outbox and the count. */
export interface BatchWriter {
  readonly batchId: number;
  add(contact: CompleteContact): number;
  /** Puts a contact that was deleted back under its own id. */
  restore(contact: StoredContact): void;
  change(current: StoredContact, patch: Partial<CompleteContact>): StoredContact;
  remove(current: StoredContact): void;
}

export interface BatchOptions {
  readonly logbookId: number;
  readonly kind: BatchKind;
  readonly summary: string;
  /** Goes on with a batch begun in an earlier transaction. */
  readonly continues?: number;
  readonly undoes?: number;
}

/** Up to this many contacts travel with the live event; more are announced as a number. */
const MANY = 50;

/**
 * Runs `work` in one transaction as one batch of the journal. Contacts, confirmations, slot counts, outbox, journal
 * and the logbook's count change together or not at all; the browsers hear of it after the commit.
 */
export function writeBatch<Result>(
  context: Context,
  options: BatchOptions,
  work: (writer: BatchWriter) => Result,
): Result {
  const { store } = context;
  const { logbookId } = options;
  const statements = statementsOf(store);
  const slots = new Map<
    string,
    { award: string; item: string; band: string; modeGroup: string; worked: number; confirmed: number }
  >();
  const added: number[] = [];
  const changed: number[] = [];
  const removed: number[] = [];
  let outboxTouched = false;

  function count(contact: Parameters<typeof slotsOf>[0], sign: 1 | -1): void {
    for (const { award, item, band, modeGroup, confirmed } of slotsOf(contact)) {
      const key = `${award}\n${item}\n${band}\n${modeGroup}`;
      const delta = slots.get(key) ?? { award, item, band, modeGroup, worked: 0, confirmed: 0 };
      delta.worked += sign;
      delta.confirmed += sign * confirmed;
      slots.set(key, delta);
    }
  }

  function insertConfirmation(contactId: number, confirmation: Confirmation): void {
    const { channel, sent, sentOn, sentVia, received, receivedOn, receivedVia } = confirmation;
    statements.insertConfirmation.run(contactId, channel, sent, sentOn, sentVia, received, receivedOn, receivedVia);
  }

  const result = store.transaction(() => {
    const batchId = options.continues ?? openBatch(context, options);
    let journalled = 0;
    /** One statement for all contacts added since the last: an entry of an added contact has neither side. */
    const journalAdded = () => {
      if (journalled === added.length) return;
      statements.insertAddedEntries.run(batchId, JSON.stringify(added.slice(journalled)));
      journalled = added.length;
    };
    const journal = (contactId: number, before: object, after: object | null) => {
      journalAdded();
      statements.insertEntry.run(batchId, contactId, JSON.stringify(before), after && JSON.stringify(after));
    };

    const outcome = work({
      batchId,
      add(contact) {
        const id = statements.insertContact.run(valuesOf(contact, logbookId, 1)).lastId;
        for (const confirmation of contact.confirmations) insertConfirmation(id, confirmation);
        queueWaiting(id, contact.confirmations);
        count(contact, 1);
        added.push(id);
        return id;
      },
      restore(contact) {
        const { id, logbookId: _, revision, ...facts } = contact;
        store.run(store.q.insertInto("contact").values({ id, ...rowOf(facts, logbookId, revision + 1) }));
        for (const confirmation of contact.confirmations) insertConfirmation(id, confirmation);
        queueWaiting(id, contact.confirmations);
        count(contact, 1);
        added.push(id);
      },
      change(current, patch) {
        const { before, after } = difference(current, patch);
        if (Object.keys(after).length === 0) return current;
        const next: StoredContact = { ...current, ...patch, revision: current.revision + 1 };
        const { id, logbookId: _, revision, ...facts } = next;
        store.run(
          store.q
            .updateTable("contact")
            .set(rowOf(facts, logbookId, revision))
            .where("id", "=", id),
        );
        if ("confirmations" in after) {
          store.run(store.q.deleteFrom("confirmation").where("contactId", "=", id));
          for (const confirmation of next.confirmations) insertConfirmation(id, confirmation);
          store.run(store.q.deleteFrom("outbox").where("contactId", "=", id));
          queueWaiting(id, next.confirmations);
          outboxTouched = true;
        }
        count(current, -1);
        count(next, 1);
        journal(id, before, after);
        changed.push(id);
        return next;
      },
      remove(current) {
        count(current, -1);
        journal(current.id, current, null);
        store.run(store.q.deleteFrom("contact").where("id", "=", current.id));
        removed.push(current.id);
        outboxTouched = true;
      },
    });
    journalAdded();
    flushSlots();
    const moved = added.length - removed.length;
    if (moved !== 0) {
      store.run(
        store.q
          .updateTable("logbook")
          .set((eb) => ({ contactCount: eb("contactCount", "+", moved) }))
          .where("id", "=", logbookId),
      );
    }
    const touched = added.length + changed.length + removed.length;
    store.run(
      store.q
        .updateTable("journalBatch")
        .set((eb) => ({ contacts: eb("contacts", "+", touched) }))
        .where("id", "=", batchId),
    );
    return outcome;
  });
  store.afterCommit(announce);
  return result;

  /** The outbox holds a contact for a service exactly while its confirmation there says "waiting". */
  function queueWaiting(contactId: number, confirmations: readonly Confirmation[]): void {
    for (const { channel, sent } of confirmations) {
      if (channel === "card" || sent !== "waiting") continue;
      statements.queue.run(logbookId, channel, contactId, context.now(), null);
      outboxTouched = true;
    }
  }

  function flushSlots(): void {
    let emptied = false;
    for (const delta of slots.values()) {
      if (delta.worked === 0 && delta.confirmed === 0) continue;
      statements.moveSlot.run(
        logbookId,
        delta.award,
        delta.item,
        delta.band,
        delta.modeGroup,
        delta.worked,
        delta.confirmed,
      );
      emptied ||= delta.worked < 0;
    }
    if (emptied) store.run(store.q.deleteFrom("slot").where("logbookId", "=", logbookId).where("worked", "=", 0));
  }

  function announce(): void {
    const touched = added.length + changed.length + removed.length;
    if (touched === 0) return;
    const contactCount = store.first(
      store.q.selectFrom("logbook").select("contactCount").where("id", "=", logbookId),
    )!.contactCount;
    if (touched > MANY) context.announce({ type: "manyContacts", logbookId, contactCount });
    else {
      const load = (ids: readonly number[]) =>
        ids.map((id) => findContact(store, id)).filter((contact) => contact !== undefined);
      context.announce({
        type: "contacts",
        logbookId,
        contactCount,
        added: load(added),
        changed: load(changed),
        removed,
      });
    }
    if (outboxTouched) context.announce({ type: "outbox", logbookId, waiting: waitingCount(store, logbookId) });
  }
}

/** How many contacts of a logbook wait to be sent, to any service. */
export function waitingCount(store: Store, logbookId: number): number {
  const row = store.first(
    store.q
      .selectFrom("outbox")
      .select((eb) => eb.fn.countAll<number>().as("waiting"))
      .where("logbookId", "=", logbookId)
      .where("refused", "is", null),
  );
  return row?.waiting ?? 0;
}

function openBatch(context: Context, options: BatchOptions): number {
  const { store, actor } = context;
  return store.run(
    store.q.insertInto("journalBatch").values({
      logbookId: options.logbookId,
      at: context.now(),
      actor: actor.name,
      kind: options.kind,
      summary: options.summary,
      undoes: options.undoes ?? null,
      undoneBy: null,
    }),
  ).lastId;
}

/** The fields a patch really changes, with their old and new values. */
function difference(
  current: StoredContact,
  patch: Partial<CompleteContact>,
): { before: Partial<CompleteContact>; after: Partial<CompleteContact> } {
  const before: Record<string, unknown> = {};
  const after: Record<string, unknown> = {};
  for (const [key, value] of Object.entries(patch)) {
    const old = current[key as keyof StoredContact];
    if (JSON.stringify(old) === JSON.stringify(value)) continue;
    before[key] = old;
    after[key] = value;
  }
  return { before, after };
}

interface Statements {
  readonly insertContact: Prepared<unknown>;
  readonly insertConfirmation: Prepared<unknown>;
  readonly insertEntry: Prepared<unknown>;
  readonly insertAddedEntries: Prepared<unknown>;
  readonly moveSlot: Prepared<unknown>;
  readonly queue: Prepared<unknown>;
}

const STATEMENTS = new WeakMap<Store, Statements>();

function statementsOf(store: Store): Statements {
  let statements = STATEMENTS.get(store);
  if (statements === undefined) {
    statements = prepareStatements(store);
    STATEMENTS.set(store, statements);
  }
  return statements;
}

function prepareStatements(store: Store): Statements {
  const { q } = store;
  // Only the order of the columns matters here: the values are given at each run.
  const blank = <Row>(columns: readonly (keyof Row)[]) =>
    Object.fromEntries(columns.map((column) => [column, 0])) as Row;
  return {
    insertContact: store.prepare(q.insertInto("contact").values(blank<Insertable<ContactTable>>(CONTACT_COLUMNS))),
    insertConfirmation: store.prepare(
      q
        .insertInto("confirmation")
        .values(
          blank<Insertable<ConfirmationTable>>([
            "contactId",
            "channel",
            "sent",
            "sentOn",
            "sentVia",
            "received",
            "receivedOn",
            "receivedVia",
          ]),
        ),
    ),
    insertEntry: store.prepare(
      q.insertInto("journalEntry").values({ batchId: 0, contactId: 0, before: "", after: "" }),
    ),
    insertAddedEntries: store.prepare(
      q
        .insertInto("journalEntry")
        .columns(["batchId", "contactId"])
        .expression((eb) =>
          eb
            .selectFrom(sql<{ value: number }>`json_each(${"[]"})`.as("added"))
            .select([eb.val(0).as("batchId"), "added.value as contactId"]),
        ),
    ),
    moveSlot: store.prepare(
      q
        .insertInto("slot")
        .values({ logbookId: 0, award: "", item: "", band: "", modeGroup: "CW", worked: 0, confirmed: 0 })
        .onConflict((conflict) =>
          conflict.columns(["logbookId", "award", "item", "band", "modeGroup"]).doUpdateSet((eb) => ({
            worked: eb("slot.worked", "+", eb.ref("excluded.worked")),
            confirmed: eb("slot.confirmed", "+", eb.ref("excluded.confirmed")),
          })),
        ),
    ),
    queue: store.prepare(
      q
        .insertInto("outbox")
        .values({ logbookId: 0, service: "lantern", contactId: 0, queuedAt: 0, refused: "" })
        .onConflict((conflict) => conflict.columns(["logbookId", "service", "contactId"]).doNothing()),
    ),
  };
}
