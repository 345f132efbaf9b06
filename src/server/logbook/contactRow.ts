import type { Insertable, Selectable } from "kysely";
import type { Confirmation } from "../../core/confirm";
import type { StoredContact } from "../../core/contract";
import { type CompleteContact, type ExtraField, isoTime, secondsOf } from "../../core/contact";
import type { Store } from "../db/store";
import type { ConfirmationTable, ContactTable } from "../db/schema";

type ContactRow = Selectable<ContactTable>;

/** The row of a contact, in the order of CONTACT_COLUMNS. */
export function rowOf(contact: CompleteContact, logbookId: number, revision: number): Insertable<ContactTable> {
  const { confirmations: _, startedAt, endedAt, pin, extra, ...rest } = contact;
  return {
    ...rest,
    logbookId,
    revision,
    startedAt: secondsOf(startedAt),
    endedAt: secondsOf(endedAt),
    pin: pin ? 1 : 0,
    extra: extra.length === 0 ? null : JSON.stringify(extra),
  };
}

function contactOf(row: ContactRow, confirmations: Confirmation[]): StoredContact {
  return {
    ...row,
    startedAt: isoTime(row.startedAt),
    endedAt: isoTime(row.endedAt),
    pin: row.pin === 1,
    extra: row.extra === null ? [] : (JSON.parse(row.extra) as ExtraField[]),
    continent: row.continent as CompleteContact["continent"],
    confirmations,
  };
}

/** Rows with their confirmations, in the rows' order. */
export function withConfirmations(store: Store, rows: readonly ContactRow[]): StoredContact[] {
  const byContact = new Map<number, Confirmation[]>();
  const ids = rows.map((row) => row.id);
  for (let start = 0; start < ids.length; start += 500) {
    const some = ids.slice(start, start + 500);
    for (const row of store.all(store.q.selectFrom("confirmation").selectAll().where("contactId", "in", some))) {
      const { contactId, confirmation } = confirmationOf(row);
      const list = byContact.get(contactId);
      if (list) list.push(confirmation);
      else byContact.set(contactId, [confirmation]);
    }
  }
  return rows.map((row) => contactOf(row, byContact.get(row.id) ?? []));
}

function confirmationOf(row: Selectable<ConfirmationTable>): { contactId: number; confirmation: Confirmation } {
  const { contactId, ...confirmation } = row;
  return { contactId, confirmation };
}

export function findContact(store: Store, id: number): StoredContact | undefined {
  const row = store.first(store.q.selectFrom("contact").selectAll().where("id", "=", id));
  return row === undefined ? undefined : withConfirmations(store, [row])[0];
}
