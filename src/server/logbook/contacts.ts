import { queuedFor } from "../../core/confirm";
import { changedContact, checkContact, completeContact, type ContactFacts, secondsOf } from "../../core/contact";
import { type ContactPage, type ContactQuery, type LoggedContact, type StoredContact } from "../../core/contract";
import { NEWEST_FIRST, sortText } from "../../core/view";
import { servicesInUse } from "../confirm/access";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { exceptionsByCall } from "../directory/callExceptions";
import { done, failed, invalid, missing, type Result } from "../problem";
import { type BatchWriter, type HeldContact, writeBatch } from "./batch";
import { contactsById, findContact, withConfirmations } from "./contactRow";
import { handedIn, noteHandIn } from "./handIns";
import { findLogbook } from "./logbooks";
import { fillOwnFacts, findSite, ownFactsAt, siteAt } from "./sites";
import { filteredContacts } from "./filterSql";

/**
 * Logs a contact. What it does not say of our side comes from who logs it and the logbook's site.
 *
 * @param handIn the name by which a browser knows it: handed in again, it gives the contact that is there
 */
export function logContact(
  context: Context,
  logbookId: number,
  input: unknown,
  handIn: string | null = null,
): Result<LoggedContact> {
  const { store } = context;
  const known = handIn === null ? undefined : handedIn(store, logbookId, handIn);
  if (known !== undefined) {
    const contact = findContact(store, known);
    return contact === undefined
      ? noContact(logbookId, known)
      : done({ ...contact, batchId: batchOfFirst(store, known) });
  }
  const checked = checkContact(input, context.now());
  if (!checked.ok) return invalid(checked.faults);
  const contact = completeContact(withSiteFacts(context, logbookId, checked.value), exceptionsByCall(context.store));
  const logged = writeBatch(context, { logbookId, kind: "log", summary: `Logged ${contact.call}` }, (writer) => {
    const id = writer.add({
      ...contact,
      confirmations: queuedFor(contact.confirmations, servicesInUse(store, logbookId)),
    });
    if (handIn !== null) noteHandIn(store, logbookId, handIn, id);
    return { id, batchId: writer.batchId! };
  });
  return done({ ...findContact(store, logged.id)!, batchId: logged.batchId });
}

/** The change of the journal by which a contact came into the log. */
function batchOfFirst(store: Store, contactId: number): number {
  const entries = store.q.selectFrom("journalEntry").select("batchId").where("contactId", "=", contactId);
  return store.first(entries.orderBy("batchId").limit(1))!.batchId;
}

function withSiteFacts(context: Context, logbookId: number, facts: ContactFacts): ContactFacts {
  const { store } = context;
  const site =
    (facts.siteId === null ? undefined : findSite(store, facts.siteId)) ?? siteAt(store, logbookId, facts.startedAt);
  const operator = facts.operator ?? context.actor.call;
  return fillOwnFacts({ ...facts, operator, siteId: null }, ownFactsAt(site, facts.band));
}

export function getContact(context: Context, logbookId: number, id: number): Result<StoredContact> {
  const contact = findContact(context.store, id);
  return contact?.logbookId === logbookId ? done(contact) : noContact(logbookId, id);
}

/** Changes some facts of a contact, and what follows from them. */
export function changeContact(context: Context, logbookId: number, id: number, input: unknown): Result<StoredContact> {
  const found = getContact(context, logbookId, id);
  if (!found.ok) return found;
  if (typeof input !== "object" || input === null || Array.isArray(input))
    return invalid([{ field: "(whole)", text: "an object with the changed fields belongs here" }]);
  const { revision, ...changes } = input as Record<string, unknown>;
  const options = { logbookId, kind: "edit", summary: `Changed ${found.value.call}` } as const;
  return writeBatch(context, options, (writer) => {
    const held = heldOf(writer, logbookId, id);
    if (!held.ok) return held;
    const { id: _id, logbookId: _logbookId, revision: current, ...contact } = held.value.contact;
    if (revision !== undefined && revision !== current) {
      return failed(
        409,
        "Changed meanwhile",
        `the contact was changed since it was loaded; it is at revision ${current} now: load it again`,
      );
    }
    const changed = changedContact(contact, changes, context.now(), exceptionsByCall(context.store));
    if (!changed.ok) return invalid(changed.faults);
    writer.change(held.value, changed.value);
    return done(held.value.contact);
  });
}

/** A contact of a logbook in the hands of a batch. */
function heldOf(writer: BatchWriter, logbookId: number, id: number): Result<HeldContact> {
  const [held] = writer.hold([id]);
  return held?.contact.logbookId === logbookId ? done(held) : noContact(logbookId, id);
}

function noContact(logbookId: number, id: number) {
  return missing(`contact ${id} of logbook ${logbookId}`);
}

export function deleteContact(context: Context, logbookId: number, id: number): Result<{ readonly batchId: number }> {
  const found = getContact(context, logbookId, id);
  if (!found.ok) return found;
  const options = { logbookId, kind: "delete", summary: `Deleted ${found.value.call}` } as const;
  return writeBatch(context, options, (writer) => {
    const held = heldOf(writer, logbookId, id);
    if (!held.ok) return held;
    writer.remove(held.value);
    return done({ batchId: writer.batchId! });
  });
}

/** A page of contacts; the newest first unless a page by offset is asked in another order. */
export async function listContacts(
  context: Context,
  logbookId: number,
  query: ContactQuery,
): Promise<Result<ContactPage>> {
  const logbook = findLogbook(context, logbookId);
  if (!logbook.ok) return logbook;
  const { limit, cursor, offset, sort = NEWEST_FIRST, ...asked } = query;
  if (offset !== undefined && cursor !== undefined)
    return invalid([{ field: "cursor", text: "a page is asked by an offset or by a cursor, not by both" }]);
  const unfiltered = Object.values(asked).every((value) => value === undefined);
  if (offset === undefined && asked.find === undefined && query.sort === undefined)
    return done(pageAfter(context, filteredContacts(context.store, logbookId, asked, context.now()), limit, cursor));
  if (offset !== undefined && unfiltered && sortText(sort) === sortText(NEWEST_FIRST))
    return done(pageOfAll(context, logbookId, limit, offset, logbook.value.contactCount));
  if (cursor !== undefined)
    return invalid([{ field: "cursor", text: "what is found or sorted is paged by an offset" }]);
  const search = { logbookId, asked, sort };
  const { ids, total } = await context.finder.find({ search, now: context.now(), offset: offset ?? 0, limit });
  return done({ items: contactsById(context.store, ids), next: null, total });
}

/** A page of the whole log; one of the older half is counted off from the old end, which is nearer. */
function pageOfAll(context: Context, logbookId: number, limit: number, offset: number, total: number): ContactPage {
  const all = filteredContacts(context.store, logbookId, {}, context.now());
  const left = Math.max(0, total - offset);
  const ids =
    offset <= total / 2
      ? newestFirst(all).limit(limit).offset(offset)
      : all
          .orderBy("startedAt")
          .orderBy("id")
          .limit(Math.min(left, limit))
          .offset(Math.max(0, left - limit));
  return { items: contactsIn(context, ids), next: null, total };
}

function pageAfter(
  context: Context,
  all: ReturnType<typeof filteredContacts>,
  limit: number,
  cursor?: string,
): ContactPage {
  let ids = newestFirst(all).limit(limit + 1);
  if (cursor !== undefined) {
    const [at = 0, id = 0] = cursor.split("-").map(Number);
    ids = ids.where((eb) => eb(eb.refTuple("startedAt", "id"), "<", eb.tuple(at, id)));
  }
  const rows = contactsIn(context, ids);
  const items = rows.slice(0, limit);
  const last = items.at(-1);
  const more = rows.length > limit && last !== undefined;
  return { items, next: more ? `${secondsOf(last.startedAt)}-${last.id}` : null };
}

function newestFirst(all: ReturnType<typeof filteredContacts>) {
  return all.orderBy("startedAt", "desc").orderBy("id", "desc");
}

function contactsIn({ store }: Context, query: ReturnType<typeof filteredContacts>): StoredContact[] {
  const ids = query.select("contact.id");
  const rows = store.all(
    store.q.selectFrom("contact").selectAll().where("id", "in", ids).orderBy("startedAt", "desc").orderBy("id", "desc"),
  );
  return withConfirmations(store, rows);
}
