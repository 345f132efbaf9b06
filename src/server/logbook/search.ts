import { sql } from "kysely";
import { BANDS } from "../../core/band";
import { fittingCalls, type KnownCall } from "../../core/callsign";
import type { ContactFilter } from "../../core/contract";
import { ENTITIES } from "../../core/entity";
import { columnById, NEWEST_FIRST, searchTextOf, searchWords, type Sort } from "../../core/view";
import type { Store } from "../db/store";
import type { HintRequest } from "./finder";
import { filterSql } from "./filterSql";

/** Which contacts of a logbook, in which order. */
export interface Search {
  readonly logbookId: number;
  readonly asked: ContactFilter;
  readonly sort: Sort;
}

/** A slice of what a search found, and how much it found. */
export interface Found {
  readonly ids: readonly number[];
  readonly total: number;
}

/** Searches a database; what was found and what is searched is remembered until the log changes. */
export interface Searcher {
  /** The numbers of all contacts that fit, in order. */
  all(search: Search, now: number): readonly number[];
  slice(search: Search, now: number, offset: number, limit: number): Found;
  /** Calls of a logbook that fit what is typed so far, best first. */
  hints(request: HintRequest): KnownCall[];
}

/** The rows of a logbook that fit, but for what is found by text. */
export function filteredContacts(store: Store, logbookId: number, asked: ContactFilter, now: number) {
  const { band, mode, modeGroup, call, entity, from, to, filter } = asked;
  let query = store.q.selectFrom("contact").where("logbookId", "=", logbookId);
  if (call !== undefined) query = query.where("baseCall", "=", call);
  if (entity !== undefined) query = query.where("entityCode", "=", entity);
  if (band !== undefined) query = query.where("band", "=", band);
  if (mode !== undefined) query = query.where("mode", "=", mode);
  if (modeGroup !== undefined) query = query.where("modeGroup", "=", modeGroup);
  if (from !== undefined) query = query.where("startedAt", ">=", from);
  if (to !== undefined) query = query.where("startedAt", "<=", to);
  if (filter !== undefined && filter.of.length > 0) query = query.where((eb) => filterSql(eb, filter, now));
  return query;
}

const KEPT_LISTS = 12;
/** After more changes than this the texts are read anew. */
const MOST_CHANGES = 2000;
/** So many rows are in memory at once while texts are read. */
const TEXTS_AT_ONCE = 5000;

export function createSearcher(store: Store): Searcher {
  let newestEntry = -1;
  const lists = new Map<string, readonly number[]>();
  const calls = new Map<number, KnownCall[]>();
  const texts = new Map<number, string[]>();

  /** Forgets what changed since the last search: every change of a contact writes an entry of the journal. */
  function bringUpToDate(): void {
    const newest = store.first(store.q.selectFrom("journalEntry").select("id").orderBy("id", "desc").limit(1))?.id ?? 0;
    if (newest === newestEntry) return;
    lists.clear();
    calls.clear();
    if (newest - newestEntry > MOST_CHANGES) texts.clear();
    else for (const [logbookId, known] of texts) readTexts(logbookId, known, newestEntry);
    newestEntry = newest;
  }

  /** The texts of a logbook's contacts by their numbers; with `since`, only of those that changed after that entry. */
  function readTexts(logbookId: number, into: string[], since?: number): string[] {
    let query = store.q
      .selectFrom("contact")
      .select(["id", "call", "baseCall", "name", "place", "comment", "notes"])
      .where("logbookId", "=", logbookId)
      .orderBy("id")
      .limit(TEXTS_AT_ONCE);
    if (since !== undefined) {
      query = query.where("id", "in", store.q.selectFrom("journalEntry").select("contactId").where("id", ">", since));
    }
    for (let last = 0, rows = TEXTS_AT_ONCE; rows === TEXTS_AT_ONCE;) {
      const piece = store.all(query.where("id", ">", last));
      for (const row of piece) into[row.id] = searchTextOf(row);
      rows = piece.length;
      last = piece.at(-1)?.id ?? last;
    }
    return into;
  }

  function remembered(key: string, make: () => readonly number[]): readonly number[] {
    const known = lists.get(key);
    const list = known ?? make();
    lists.delete(key);
    lists.set(key, list);
    if (lists.size > KEPT_LISTS) lists.delete(lists.keys().next().value!);
    return list;
  }

  function all({ logbookId, asked, sort }: Search, now: number): readonly number[] {
    bringUpToDate();
    const { find = "", ...rest } = asked;
    // Filters like "today" change with the day.
    const base = JSON.stringify([logbookId, rest, sort, Math.floor(now / 86_400)]);
    const listed = () => remembered(base, () => sortedIds(store, logbookId, rest, sort, now));
    const words = searchWords(find);
    if (words.length === 0) return listed();
    return remembered(`${base}\n${words.join(" ")}`, () => {
      let known = texts.get(logbookId);
      if (known === undefined) texts.set(logbookId, (known = readTexts(logbookId, [])));
      const searched = known;
      return listed().filter((id) => words.every((word) => searched[id]?.includes(word)));
    });
  }

  return {
    all,
    hints({ logbookId, like, most }) {
      bringUpToDate();
      let known = calls.get(logbookId);
      if (known === undefined) {
        known = store.all(
          store.q
            .selectFrom("contact")
            .select((eb) => ["baseCall as call", eb.fn.countAll<number>().as("contacts")])
            .where("logbookId", "=", logbookId)
            .groupBy("baseCall"),
        );
        const worked = new Set(known.map(({ call }) => call));
        const listed = store.all(store.q.selectFrom("directoryEntry").select("baseCall").where("body", "is not", null));
        for (const { baseCall } of listed) if (!worked.has(baseCall)) known.push({ call: baseCall, contacts: 0 });
        calls.set(logbookId, known);
      }
      return fittingCalls(like, known, most);
    },
    slice(search, now, offset, limit) {
      const ids = all(search, now);
      return { ids: ids.slice(offset, offset + limit), total: ids.length };
    },
  };
}

function sortedIds(store: Store, logbookId: number, asked: ContactFilter, sort: Sort, now: number): number[] {
  const query = filteredContacts(store, logbookId, asked, now).select("contact.id");
  const direction = sort.descending ? "desc" : "asc";
  if (sort.column === NEWEST_FIRST.column) {
    return store.all(query.orderBy("startedAt", direction).orderBy("id", direction)).map(({ id }) => id);
  }
  const newestFirst = (sorted: typeof query) => sorted.orderBy("startedAt", "desc").orderBy("id", "desc");
  const rank = RANKS.get(sort.column);
  if (rank === undefined) {
    return store.all(newestFirst(query.orderBy(sortSql(sort), direction))).map(({ id }) => id);
  }
  const valued = query.select(sql<string | number | null>`${sql.ref(sort.column)}`.as("value"));
  const rows = store
    .all(valued.orderBy("startedAt", "desc").orderBy("id", "desc"))
    .map(({ id, value }) => ({ id, rank: value === null ? -1 : (rank.get(value) ?? -1) }));
  const sign = sort.descending ? -1 : 1;
  return rows.sort((a, b) => sign * (a.rank - b.rank)).map(({ id }) => id);
}

function ranked(values: readonly (string | number)[]): ReadonlyMap<string | number, number> {
  return new Map(values.map((value, index) => [value, index]));
}

const byWavelength = ranked(BANDS.map(({ name }) => name));
const byName = ranked([...ENTITIES].sort((a, b) => a.name.localeCompare(b.name, "en")).map(({ code }) => code));
/** Columns whose values are not in the order in which people look for them. */
const RANKS: ReadonlyMap<string, ReadonlyMap<string | number, number>> = new Map([
  ["band", byWavelength],
  ["bandReceived", byWavelength],
  ["entityCode", byName],
  ["ownEntityCode", byName],
]);

/** Text is ordered without case. */
function sortSql({ column: id }: Sort) {
  const column = columnById(id);
  if (column?.channel !== undefined) {
    return sql`(SELECT ${sql.ref(column.of ?? "received")} FROM confirmation
      WHERE contactId = contact.id AND channel = ${column.channel})`;
  }
  return sql`${sql.ref(`contact.${id}`)} COLLATE NOCASE`;
}
