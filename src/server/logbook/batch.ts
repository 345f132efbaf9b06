import { type Insertable, sql } from "kysely";
import { type Award, type Credit, type Slot, type SlotFacts, slotsOf } from "../../core/award";
import { type Confirmation, SERVICE_IDS, type ServiceId, servicesWaitedFor, toldAlike } from "../../core/confirm";
import type { CompleteContact } from "../../core/contact";
import { type Settled, settleExchange, withoutStaleParts } from "../../core/contest";
import type { StoredContact } from "../../core/contract";
import { countedTo, type CountedTo } from "../award/counted";
import { countedTogether } from "../award/countedTogether";
import { awardsOf } from "../award/ownAwards";
import { moveSlot } from "../award/slotMover";
import { contestRulesFinder } from "../contest/contestRules";
import type { Context } from "../context";
import type { BatchKind, ConfirmationTable, CreditTable, ContactTable } from "../db/schema";
import type { Prepared, Store } from "../db/store";
import { newestEntry } from "./journal";
import { CONTACT_COLUMNS, contactsById, rowOf, valuesOf } from "./contactRow";

/**
 * The only hands that touch contacts: each change also moves the slots, the journal, the outbox and the count. What is
 * to be changed is read here, within the transaction, so that nothing another thread wrote meanwhile is overwritten.
 */
export interface BatchWriter {
  /** The journal's batch; null while nothing was written. */
  readonly batchId: number | null;
  add(contact: CompleteContact): number;
  /** Puts a contact that was deleted back under its own id. */
  restore(contact: StoredContact): void;
  /** The contacts with these numbers, in their order, as they are now; those that are gone are left out. */
  hold(ids: readonly number[]): HeldContact[];
  /** With another `logbookId` the contact moves there. */
  change(held: HeldContact, patch: ContactChange): void;
  remove(held: HeldContact): void;
}

declare const HELD: unique symbol;

/** A contact as it is within a batch; only the batch's writer makes one, and it is worth nothing after the batch. */
export interface HeldContact {
  readonly [HELD]: true;
  /** As it is now, with what the batch itself has changed of it. */
  readonly contact: StoredContact;
}

export type ContactChange = Partial<CompleteContact> & { readonly logbookId?: number };

export interface BatchOptions {
  readonly logbookId: number;
  readonly kind: BatchKind;
  readonly summary: string;
  /** Goes on with a batch begun in an earlier transaction; null where none was begun yet. */
  readonly continues?: number | null;
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
  const slots = new Map<string, SlotMove>();
  /** How many contacts each logbook gains. */
  const gains = new Map<number, number>([[logbookId, 0]]);
  const added: number[] = [];
  const changed: number[] = [];
  const removed: number[] = [];
  const inHand = new Map<number, Held>();
  const servicesTouched = new Set<ServiceId>();
  let upTo = 0;

  let counted: CountedTo = () => 0;
  const awards = new Map<number, readonly Award[]>();
  function awardsIn(id: number): readonly Award[] {
    let known = awards.get(id);
    if (known === undefined) awards.set(id, (known = awardsOf(store, id)));
    return known;
  }

  function count(id: number, contact: SlotFacts, sign: 1 | -1, inLogbook: number): void {
    gains.set(inLogbook, gains.get(inLogbook) ?? 0);
    const isCounted = (award: Award) => id <= counted(inLogbook, award.id);
    for (const { award, item, band, modeGroup, confirmed } of slotsOf(awardsIn(inLogbook).filter(isCounted), contact)) {
      const key = `${inLogbook}\n${award}\n${item}\n${band}\n${modeGroup}`;
      const delta = slots.get(key) ?? { inLogbook, award, item, band, modeGroup, worked: 0, confirmed: 0 };
      delta.worked += sign;
      delta.confirmed += sign * confirmed;
      slots.set(key, delta);
    }
  }

  function insertConfirmation(contactId: number, confirmation: Confirmation): void {
    const { channel, sent, sentOn, sentVia, received, receivedOn, receivedVia } = confirmation;
    statements.insertConfirmation.run(contactId, channel, sent, sentOn, sentVia, received, receivedOn, receivedVia);
  }

  function insertCredit(contactId: number, { award, item, on, state, day, claim, source, reason }: Credit): void {
    statements.insertCredit.run(contactId, award, item, on, state, day, claim, source, reason);
  }

  const rulesOf = contestRulesFinder(context);
  function followed(current: StoredContact, patch: ContactChange): Settled {
    const after = { ...current, ...patch };
    const rules = after.contestId === null ? undefined : rulesOf(after.logbookId, after.contestId, after.startedAt);
    if (rules === undefined) return {};
    // What is undone is as it was, whatever the rules say of it today.
    return options.kind === "undo" ? withoutStaleParts(rules, patch, after) : settleExchange(rules, current, after);
  }

  const result = store.transaction(() => {
    counted = countedTo(store);
    let batchId = options.continues ?? null;
    let journalled = 0;
    const batch = () => (batchId ??= openBatch(context, options));
    /** One statement for all contacts added since the last: an entry of an added contact has neither side. */
    const journalAdded = () => {
      if (journalled === added.length) return;
      statements.insertAddedEntries.run(batch(), JSON.stringify(added.slice(journalled)));
      journalled = added.length;
    };
    const journal = (contactId: number, before: object, after: object | null) => {
      journalAdded();
      statements.insertEntry.run(batch(), contactId, JSON.stringify(before), after && JSON.stringify(after));
    };
    const inserted = (id: number, home: number, contact: CompleteContact) => {
      batch();
      for (const confirmation of contact.confirmations) insertConfirmation(id, confirmation);
      for (const credit of contact.credits) insertCredit(id, credit);
      queueFor(home, id, servicesWaitedFor(contact.confirmations));
      count(id, contact, 1, home);
      gain(home, 1);
      added.push(id);
    };

    const outcome = work({
      get batchId() {
        return batchId;
      },
      add(given) {
        const rules = given.contestId === null ? undefined : rulesOf(logbookId, given.contestId, given.startedAt);
        const contact = rules === undefined ? given : { ...given, ...settleExchange(rules, null, given) };
        const id = statements.insertContact.run(valuesOf(contact, logbookId, 1)).lastId;
        inserted(id, logbookId, contact);
        return id;
      },
      restore(contact) {
        // What was deleted by an earlier version had no credits.
        const { id, logbookId: home, revision, ...facts } = { ...contact, credits: contact.credits ?? [] };
        store.run(store.q.insertInto("contact").values({ id, ...rowOf(facts, home, revision + 1) }));
        inserted(id, home, facts);
      },
      hold(ids) {
        const unread = ids.filter((id) => !inHand.has(id));
        if (unread.length > 0) for (const contact of contactsById(store, unread)) inHand.set(contact.id, { contact });
        return ids.flatMap((id) => (inHand.get(id) as HeldContact | undefined) ?? []);
      },
      change(held, given) {
        const own = ownOf(held);
        const current = own.contact;
        const patch = { ...given, ...followed(current, given) };
        const { before, after } = difference(current, patch);
        if (Object.keys(after).length === 0) return;
        const next: StoredContact = { ...current, ...patch, revision: current.revision + 1 };
        own.contact = next;
        const { id, logbookId: home, revision, ...facts } = next;
        statements.updateContact.run(...valuesOf(facts, home, revision), id);
        const moved = home !== current.logbookId;
        if (moved || "confirmations" in after) {
          statements.deleteConfirmations.run(id);
          for (const confirmation of next.confirmations) insertConfirmation(id, confirmation);
        }
        if ("credits" in after) {
          statements.deleteCredits.run(id);
          for (const credit of next.credits) insertCredit(id, credit);
        }
        moveInOutbox(current, next);
        count(id, current, -1, current.logbookId);
        count(id, next, 1, home);
        if (moved) {
          gain(current.logbookId, -1);
          gain(home, 1);
        }
        journal(id, before, after);
        changed.push(id);
      },
      remove(held) {
        const current = ownOf(held).contact;
        inHand.delete(current.id);
        count(current.id, current, -1, current.logbookId);
        gain(current.logbookId, -1);
        journal(current.id, current, null);
        statements.deleteContact.run(current.id);
        removed.push(current.id);
        for (const service of servicesWaitedFor(current.confirmations)) servicesTouched.add(service);
      },
    });
    journalAdded();
    flushSlots();
    for (const [id, gained] of gains) {
      if (gained === 0) continue;
      store.run(
        store.q
          .updateTable("logbook")
          .set((eb) => ({ contactCount: eb("contactCount", "+", gained) }))
          .where("id", "=", id),
      );
    }
    const touched = added.length + changed.length + removed.length;
    if (batchId !== null)
      store.run(
        store.q
          .updateTable("journalBatch")
          .set((eb) => ({ contacts: eb("contacts", "+", touched) }))
          .where("id", "=", batchId),
      );
    inHand.clear();
    upTo = newestEntry(store);
    return outcome;
  });
  store.afterCommit(announce);
  return result;

  /** A contact in hand as this batch may change it. What another batch held, or this one removed, is none. */
  function ownOf({ contact: { id } }: HeldContact): Held {
    const own = inHand.get(id);
    if (own === undefined) throw new Error(`contact ${id} is not in the hands of this batch`);
    return own;
  }

  /** The outbox holds a contact for a service exactly while its confirmation there says "waiting". */
  function queueFor(home: number, contactId: number, services: readonly ServiceId[]): void {
    for (const service of services) {
      statements.queue.run(home, service, contactId, context.now(), null);
      servicesTouched.add(service);
    }
  }

  /** What was refused stays refused until the service is told something else, or from another logbook. */
  function moveInOutbox(current: StoredContact, next: StoredContact): void {
    const [before, after] = [servicesWaitedFor(current.confirmations), servicesWaitedFor(next.confirmations)];
    const anew = next.logbookId !== current.logbookId;
    for (const service of before) {
      if (!anew && after.includes(service)) continue;
      statements.unqueue.run(next.id, service);
      servicesTouched.add(service);
    }
    queueFor(
      next.logbookId,
      next.id,
      after.filter((service) => anew || !before.includes(service)),
    );
    if (toldAlike(current, next)) return;
    statements.endRefusals.run(null, next.id);
    for (const service of after) servicesTouched.add(service);
  }

  function gain(home: number, by: 1 | -1): void {
    gains.set(home, (gains.get(home) ?? 0) + by);
  }

  function flushSlots(): void {
    let emptied = false;
    for (const delta of slots.values()) {
      if (delta.worked === 0 && delta.confirmed === 0) continue;
      moveSlot(store, delta.inLogbook, delta);
      emptied ||= delta.worked < 0;
    }
    const homes = [...gains.keys()];
    if (emptied) store.run(store.q.deleteFrom("slot").where("logbookId", "in", homes).where("worked", "=", 0));
  }

  function announce(): void {
    const touched = added.length + changed.length + removed.length;
    if (touched === 0) return;
    for (const home of gains.keys()) {
      const contactCount = store.first(
        store.q.selectFrom("logbook").select("contactCount").where("id", "=", home),
      )!.contactCount;
      if (touched > MANY || gains.size > 1) context.announce({ type: "manyContacts", logbookId: home, contactCount });
      else {
        context.announce({
          type: "contacts",
          logbookId: home,
          contactCount,
          by: options.kind,
          added: contactsById(store, added),
          changed: contactsById(store, changed),
          removed,
          upTo,
          slots: [...slots.values()].filter(({ worked, confirmed }) => worked !== 0 || confirmed !== 0),
        });
      }
      for (const service of servicesTouched) announceWaiting(context, home, service);
    }
    for (const home of gains.keys())
      for (const other of countedTogether(store, home))
        if (!gains.has(other))
          context.announce({
            type: "slots",
            logbookId: other,
            upTo,
            slots: touched > MANY ? null : [...slots.values()].filter(({ inLogbook }) => inLogbook === home),
          });
  }
}

interface Held {
  contact: StoredContact;
}

interface SlotMove extends Slot {
  readonly inLogbook: number;
  worked: number;
  confirmed: number;
}

export function announceWaiting(context: Context, logbookId: number, service: ServiceId): void {
  const waiting = waitingCount(context.store, logbookId, service);
  context.announce({ type: "outbox", logbookId, service, waiting });
}

/** How many contacts of a logbook wait to be sent to a service; those it refused do not count. */
export function waitingCount(store: Store, logbookId: number, service: ServiceId): number {
  const row = store.first(
    store.q
      .selectFrom("outbox")
      .select((eb) => eb.fn.countAll<number>().as("waiting"))
      .where("logbookId", "=", logbookId)
      .where("service", "=", service)
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
      personId: actor.personId,
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
  patch: ContactChange,
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
  readonly updateContact: Prepared<unknown>;
  readonly deleteContact: Prepared<unknown>;
  readonly insertConfirmation: Prepared<unknown>;
  readonly deleteConfirmations: Prepared<unknown>;
  readonly insertCredit: Prepared<unknown>;
  readonly deleteCredits: Prepared<unknown>;
  readonly unqueue: Prepared<unknown>;
  readonly endRefusals: Prepared<unknown>;
  readonly insertEntry: Prepared<unknown>;
  readonly insertAddedEntries: Prepared<unknown>;
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
  const ANY_SERVICE = SERVICE_IDS[0]!;
  const blank = <Row>(columns: readonly (keyof Row)[]) =>
    Object.fromEntries(columns.map((column) => [column, 0])) as Row;
  return {
    insertContact: store.prepare(q.insertInto("contact").values(blank<Insertable<ContactTable>>(CONTACT_COLUMNS))),
    updateContact: store.prepare(
      q.updateTable("contact").set(blank<Insertable<ContactTable>>(CONTACT_COLUMNS)).where("id", "=", 0),
    ),
    deleteContact: store.prepare(q.deleteFrom("contact").where("id", "=", 0)),
    deleteConfirmations: store.prepare(q.deleteFrom("confirmation").where("contactId", "=", 0)),
    unqueue: store.prepare(q.deleteFrom("outbox").where("contactId", "=", 0).where("service", "=", ANY_SERVICE)),
    endRefusals: store.prepare(
      q.updateTable("outbox").set({ refused: "" }).where("contactId", "=", 0).where("refused", "is not", null),
    ),
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
    deleteCredits: store.prepare(q.deleteFrom("credit").where("contactId", "=", 0)),
    insertCredit: store.prepare(
      q
        .insertInto("credit")
        .values(
          blank<Insertable<CreditTable>>([
            "contactId",
            "award",
            "item",
            "on",
            "state",
            "day",
            "claim",
            "source",
            "reason",
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
    queue: store.prepare(
      q
        .insertInto("outbox")
        .values({ logbookId: 0, service: ANY_SERVICE, contactId: 0, queuedAt: 0, refused: "" })
        .onConflict((conflict) => conflict.columns(["logbookId", "service", "contactId"]).doNothing()),
    ),
  };
}
