import {
  belongsTo,
  type CheckedContact,
  createScoreboard,
  type Entrant,
  type Rules,
  type Scoreboard,
  spanOf,
  stationByCall,
  type TypedParts,
} from "../../core/contest";
import { secondsOf } from "../../core/contact";
import type { Entry } from "../../core/contract";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { partsOfColumn } from "../logbook/contactRow";
import { siteOfEntry } from "./entries";

/** So many of the highest serials tell which one is the last in turn. */
export const HIGHEST_KEPT = 5;
/** After more changes than this the contacts are read anew. */
const MOST_CHANGES = 500;

/** An entry's contacts and their score, as the log has them. */
export interface EntryBoard {
  readonly board: Scoreboard;
  readonly entrant: Entrant;
  /** The newest entry of the journal that is in it. */
  readonly upTo: () => number;
  /** In order of time. */
  readonly contacts: () => readonly BoardContact[];
  readonly contact: (id: number) => BoardContact | undefined;
  /** Whether a serial was ever sent, also by a contact that has another one now. */
  readonly hasSent: (serial: number) => boolean;
  /** The highest serials that were sent, so many, the highest first. */
  readonly highestSent: () => readonly number[];
}

/** What the board keeps of a contact. */
export interface BoardContact extends CheckedContact {
  readonly operator: string | null;
  readonly frequencyHz: number | null;
  readonly submode: string | null;
  readonly reportSent: string | null;
  readonly exchangeSent: string | null;
  readonly partsSent: TypedParts | null;
}

interface Kept {
  readonly rules: Rules;
  readonly entrant: string;
  newestEntry: number;
  readonly byId: Map<number, BoardContact>;
  readonly sent: Set<number>;
  highestSent: number[];
  ordered: readonly BoardContact[] | null;
  readonly view: EntryBoard;
}

const KEPT = new WeakMap<Store, Map<number, Kept>>();

/** The board of an entry, brought up to date: only contacts that changed since it was last asked for are looked at. */
export function boardOf(context: Context, entry: Entry): EntryBoard {
  const { store } = context;
  const boards = KEPT.get(store) ?? new Map<number, Kept>();
  KEPT.set(store, boards);
  const entrant = entrantOf(context, entry);
  const entrantText = JSON.stringify(entrant);
  const newest = store.first(store.q.selectFrom("journalEntry").select("id").orderBy("id", "desc").limit(1))?.id ?? 0;
  const kept = boards.get(entry.id);
  const same = kept !== undefined && kept.rules === entry.rules && kept.entrant === entrantText;
  if (same && newest - kept.newestEntry <= MOST_CHANGES) {
    if (newest > kept.newestEntry) bringUpToDate(store, entry, kept, newest);
    return kept.view;
  }
  const fresh = emptyBoard(newest, entry, entrant);
  for (const row of entryContacts(store, entry)) take(fresh, row);
  boards.set(entry.id, fresh);
  return fresh.view;
}

function entrantOf({ store }: Context, entry: Entry): Entrant {
  const site = siteOfEntry(store, entry.logbookId, entry.siteId);
  const period = { from: secondsOf(entry.period.from), to: secondsOf(entry.period.to) };
  return {
    ...stationByCall(entry.ownCall, period.from),
    grid: site.grid,
    period,
    power: entry.power ?? site.power,
    bonuses: entry.bonuses,
    category: entry.category,
    sent: entry.sent,
  };
}

function emptyBoard(newestEntry: number, entry: Entry, entrant: Entrant): Kept {
  const board = createScoreboard(entry.rules, entrant);
  const byId = new Map<number, BoardContact>();
  const kept: Kept = {
    rules: entry.rules,
    entrant: JSON.stringify(entrant),
    newestEntry,
    byId,
    sent: new Set(),
    highestSent: [],
    ordered: null,
    view: {
      board,
      entrant,
      upTo: () => kept.newestEntry,
      contacts: () => (kept.ordered ??= [...byId.values()].sort((a, b) => a.startedAt - b.startedAt || a.id - b.id)),
      contact: (id) => byId.get(id),
      hasSent: (serial) => kept.sent.has(serial),
      highestSent: () => kept.highestSent,
    },
  };
  return kept;
}

function take(kept: Kept, contact: BoardContact): void {
  kept.byId.set(contact.id, contact);
  if (contact.serialSent !== null) {
    kept.sent.add(contact.serialSent);
    if (!kept.highestSent.includes(contact.serialSent))
      kept.highestSent = [...kept.highestSent, contact.serialSent].sort((a, b) => b - a).slice(0, HIGHEST_KEPT);
  }
  kept.view.board.put(contact);
  kept.ordered = null;
}

function bringUpToDate(store: Store, entry: Entry, kept: Kept, newest: number): void {
  // Each once, but not by the database: asked for distinct contacts, it goes through the whole journal.
  const entries = store.all(store.q.selectFrom("journalEntry").select("contactId").where("id", ">", kept.newestEntry));
  const changed = new Set(entries.map(({ contactId }) => contactId));
  const rows = new Map(entryContacts(store, entry, [...changed]).map((row) => [row.id, row]));
  for (const id of changed) {
    const row = rows.get(id);
    if (row !== undefined) take(kept, row);
    else if (kept.byId.delete(id)) {
      kept.view.board.remove(id);
      kept.ordered = null;
    }
  }
  kept.newestEntry = newest;
}

function entryContacts(store: Store, entry: Entry, ids?: readonly number[]): BoardContact[] {
  let query = store.q
    .selectFrom("contact")
    .select([
      "id",
      "call",
      "baseCall",
      "startedAt",
      "band",
      "frequencyHz",
      "mode",
      "submode",
      "modeGroup",
      "entityCode",
      "continent",
      "cqZone",
      "ituZone",
      "grid",
      "state",
      "power",
      "operator",
      "reportSent",
      "reportReceived",
      "serialSent",
      "serialReceived",
      "exchangeSent",
      "exchangeReceived",
      "partsSent",
      "partsReceived",
      "notClaimed",
      "transmitter",
    ])
    .select(["logbookId", "contestId"]);
  const { from, to } = spanOf(entry);
  if (ids === undefined) {
    query = query
      .where("logbookId", "=", entry.logbookId)
      .where("contestId", "=", entry.tag)
      .where("startedAt", ">=", from)
      .where("startedAt", "<", to);
    return store.all(query).map(withParts);
  }
  // By their numbers alone: with the rest the database may choose to go through the whole contest.
  return store
    .all(query.where("id", "in", ids))
    .filter((contact) => belongsTo(entry, contact))
    .map(withParts);
}

function withParts<Row extends { partsSent: string | null; partsReceived: string | null }>(row: Row) {
  return { ...row, partsSent: partsOfColumn(row.partsSent), partsReceived: partsOfColumn(row.partsReceived) };
}
