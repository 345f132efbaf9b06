import type { Insertable, Selectable } from "kysely";
import type { Credit } from "../../core/award";
import { type Confirmation, isConfirmed } from "../../core/confirm";
import type { StoredContact } from "../../core/contract";
import { type CompleteContact, type ExtraField, FACT_FIELDS, isoTime, secondsOf } from "../../core/contact";
import { gridDistance } from "../../core/geo";
import type { Store } from "../db/store";
import type { ConfirmationTable, ContactTable } from "../db/schema";

type ContactRow = Selectable<ContactTable>;

/** Every column of a contact but its id. */
export const CONTACT_COLUMNS = [
  "logbookId",
  "revision",
  ...FACT_FIELDS.map(({ key }) => key),
  "baseCall",
  "modeGroup",
  "distanceKm",
  "confirmed",
  "siteId",
  "pin",
  "partsSent",
  "partsReceived",
  "extra",
] as const satisfies readonly (keyof Insertable<ContactTable>)[];

/** The row of a contact. */
export function rowOf(contact: CompleteContact, logbookId: number, revision: number): Insertable<ContactTable> {
  const values = valuesOf(contact, logbookId, revision);
  return Object.fromEntries(
    CONTACT_COLUMNS.map((column, index) => [column, values[index]]),
  ) as unknown as Insertable<ContactTable>;
}

/** The values of a contact's row in the order of CONTACT_COLUMNS; the fast way for many. */
export function valuesOf(contact: CompleteContact, logbookId: number, revision: number): (string | number | null)[] {
  const values = new Array<string | number | null>(CONTACT_COLUMNS.length);
  for (let index = 0; index < values.length; index++) {
    const column = CONTACT_COLUMNS[index]!;
    switch (column) {
      case "logbookId":
        values[index] = logbookId;
        break;
      case "revision":
        values[index] = revision;
        break;
      case "startedAt":
      case "endedAt":
        values[index] = secondsOf(contact[column]);
        break;
      case "pin":
        values[index] = contact.pin ? 1 : 0;
        break;
      case "partsSent":
      case "partsReceived":
        values[index] = contact[column] && JSON.stringify(contact[column]);
        break;
      case "distanceKm":
        values[index] = gridDistance(contact.ownGrid, contact.grid);
        break;
      case "confirmed":
        values[index] = contact.confirmations.some(isConfirmed) ? 1 : 0;
        break;
      case "extra":
        values[index] = contact.extra.length === 0 ? null : JSON.stringify(contact.extra);
        break;
      default:
        // What the journal kept before a fact had its column does not say it.
        values[index] = contact[column] ?? null;
    }
  }
  return values;
}

function contactOf(
  { distanceKm: _distanceKm, confirmed: _confirmed, ...row }: ContactRow,
  confirmations: Confirmation[],
  credits: Credit[],
): StoredContact {
  return {
    ...row,
    startedAt: isoTime(row.startedAt),
    endedAt: isoTime(row.endedAt),
    pin: row.pin === 1,
    partsSent: partsOfColumn(row.partsSent),
    partsReceived: partsOfColumn(row.partsReceived),
    extra: row.extra === null ? [] : (JSON.parse(row.extra) as ExtraField[]),
    confirmations,
    credits,
  };
}

/** The parts of an exchange from their column. */
export function partsOfColumn(text: string | null): Readonly<Record<string, string>> | null {
  return text === null ? null : (JSON.parse(text) as Record<string, string>);
}

/** Rows with their confirmations and credits, in the rows' order. */
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
  const credits = creditsByContact(store, ids);
  return rows.map((row) => contactOf(row, byContact.get(row.id) ?? [], credits.get(row.id) ?? []));
}

/** What contacts bring for awards; few have any. */
function creditsByContact(store: Store, ids: readonly number[]): ReadonlyMap<number, Credit[]> {
  const byContact = new Map<number, Credit[]>();
  for (let start = 0; start < ids.length; start += 500) {
    const some = ids.slice(start, start + 500);
    for (const { contactId, ...credit } of store.all(
      store.q.selectFrom("credit").selectAll().where("contactId", "in", some),
    ))
      byContact.set(contactId, [...(byContact.get(contactId) ?? []), credit]);
  }
  return byContact;
}

function confirmationOf(row: Selectable<ConfirmationTable>): { contactId: number; confirmation: Confirmation } {
  const { contactId, ...confirmation } = row;
  return { contactId, confirmation };
}

export function findContact(store: Store, id: number): StoredContact | undefined {
  const row = store.first(store.q.selectFrom("contact").selectAll().where("id", "=", id));
  return row === undefined ? undefined : withConfirmations(store, [row])[0];
}

/** Contacts in the order of their numbers as given; those that are no longer there are left out. */
export function contactsById(store: Store, ids: readonly number[]): StoredContact[] {
  const rows = new Map(
    store.all(store.q.selectFrom("contact").selectAll().where("id", "in", ids)).map((row) => [row.id, row]),
  );
  return withConfirmations(
    store,
    ids.map((id) => rows.get(id)).filter((row) => row !== undefined),
  );
}
