import { sql } from "kysely";
import { BANDS } from "../../core/band";
import type { ContactFilter } from "../../core/contract";
import { ENTITIES } from "../../core/entity";
import { columnById, type FilterGroup, isGroup, NEWEST_FIRST, searchTextOf, type Sort } from "../../core/view";
import type { Store } from "../db/store";
import { contactsAmong, filteredContacts } from "./filterSql";

/**
 * What finding needs of a logbook, in memory: the contacts in the order of time, and, once they are asked for, the
 * order of the values of columns, the texts, and which contacts filters hold. A change costs what it changes, and one
 * pass over the log; nothing is read anew.
 */
export interface LogMirror {
  /** Reads what an order by a column needs, if it was not read yet. */
  prepare(column: string): void;
  /** The numbers of all contacts in an order; those of the same value the newest first. */
  sorted(sort: Sort): Int32Array;
  /** By contact, whether a filter holds it; null where it holds all. */
  fitting(asked: ContactFilter, now: number): Uint8Array | null;
  /** By contact, the text that words are found in. */
  texts(): readonly string[];
  /** Takes in what changed, which may be contacts of other logbooks. */
  update(changed: readonly number[]): void;
}

const KEPT_FILTERS = 12;
/** Room for contacts to come. */
const SPARE = 10_000;

export function createMirror(store: Store, logbookId: number): LogMirror {
  let capacity = newestId() + SPARE;
  /** Seconds, by contact. */
  let startedAt = new Float64Array(capacity);
  let order = readOrder();
  let texts: string[] | null = null;
  const columns = new Map<string, Column>();
  const filters = new Map<string, Filter>();

  function newestId(): number {
    return store.first(store.q.selectFrom("contact").select("id").orderBy("id", "desc").limit(1))?.id ?? 0;
  }

  function own(among: readonly number[] | null) {
    // In the order of time they lie in the file one behind the other; another index would jump about in it.
    if (among !== null) return contactsAmong(store, logbookId, among);
    const all = store.q.selectFrom("contact").where("logbookId", "=", logbookId);
    return all.orderBy("startedAt", "desc").orderBy("contact.id", "desc");
  }

  function readOrder(): Int32Array {
    const rows = store.all(own(null).select(["id", "startedAt"]));
    for (const row of rows) startedAt[row.id] = row.startedAt;
    return Int32Array.from(rows, ({ id }) => id);
  }

  function readTexts(into: string[], among: readonly number[] | null): string[] {
    const found = ["id", "call", "baseCall", "name", "place", "comment", "notes"] as const;
    for (const row of store.each(own(among).select(found))) into[row.id] = searchTextOf(row);
    return into;
  }

  function readColumn(column: Column, id: string, among: readonly number[] | null): void {
    const values = own(among)
      .select("contact.id")
      .select(sql<string | number | null>`${valueSql(id)}`.as("value"));
    const rank = RANKS.get(columnById(id)?.kind ?? "");
    for (const row of store.each(values)) {
      column.put(
        row.id,
        rank === undefined ? folded(row.value) : row.value === null ? -1 : (rank.get(row.value) ?? -1),
      );
    }
    column.settle();
  }

  function readFilter({ asked, now, bits }: Filter, among: readonly number[] | null): void {
    if (among === null) bits.fill(0);
    else for (const id of among) bits[id] = 0;
    let query = filteredContacts(store, logbookId, asked, now, among ?? undefined).select("contact.id");
    if (among === null) query = query.orderBy("startedAt", "desc");
    for (const id of store.values(query)) bits[id] = 1;
  }

  /** The order without what changed, and with what of it is there now. */
  function reorder(changed: readonly number[]): void {
    const isChanged = new Uint8Array(capacity);
    for (const id of changed) isChanged[id] = 1;
    const rows = store.all(own(changed).select(["id", "startedAt"]));
    for (const row of rows) startedAt[row.id] = row.startedAt;
    const before = (a: number, b: number) => startedAt[a]! > startedAt[b]! || (startedAt[a] === startedAt[b] && a > b);
    rows.sort((a, b) => (before(a.id, b.id) ? -1 : 1));
    const next = new Int32Array(order.length + rows.length);
    let length = 0;
    let row = 0;
    for (const id of order) {
      if (isChanged[id] === 1) continue;
      while (row < rows.length && before(rows[row]!.id, id)) next[length++] = rows[row++]!.id;
      next[length++] = id;
    }
    while (row < rows.length) next[length++] = rows[row++]!.id;
    order = next.slice(0, length);
  }

  function columnOf(id: string): Column {
    let column = columns.get(id);
    if (column === undefined) {
      column = createColumn(capacity);
      readColumn(column, id, null);
      columns.set(id, column);
    }
    return column;
  }

  return {
    prepare: (column) => void (column === NEWEST_FIRST.column || columnOf(column)),
    sorted({ column, descending }) {
      if (column !== NEWEST_FIRST.column) return columnOf(column).sort(order, descending);
      return descending ? order : oldestFirst(order, startedAt);
    },
    fitting(asked, now) {
      const asksNothing = Object.entries(asked).every(([, value]) => value === undefined);
      if (asksNothing || (Object.keys(asked).length === 1 && asked.filter?.of.length === 0)) return null;
      // Filters like "today" change with the day.
      const key = JSON.stringify([asked, Math.floor(now / 86_400)]);
      let filter = filters.get(key);
      if (filter === undefined) {
        filter = { asked, now, bits: new Uint8Array(capacity) };
        readFilter(filter, null);
      }
      filters.delete(key);
      filters.set(key, filter);
      if (filters.size > KEPT_FILTERS) filters.delete(filters.keys().next().value!);
      return filter.bits;
    },
    texts: () => (texts ??= readTexts(new Array<string>(capacity).fill(""), null)),
    update(changed) {
      const most = Math.max(0, ...changed);
      if (most >= capacity) {
        capacity = most + SPARE;
        const wider = new Float64Array(capacity);
        wider.set(startedAt);
        startedAt = wider;
        for (const column of columns.values()) column.grow(capacity);
        for (const filter of filters.values()) filter.bits = grown(filter.bits, new Uint8Array(capacity));
      }
      reorder(changed);
      if (texts !== null) readTexts(texts, changed);
      for (const [id, column] of columns) readColumn(column, id, changed);
      for (const [key, filter] of filters) {
        if (dependsOnOthers(filter.asked.filter)) filters.delete(key);
        else readFilter(filter, changed);
      }
    },
  };
}

interface Filter {
  readonly asked: ContactFilter;
  readonly now: number;
  bits: Uint8Array;
}

function grown<Kind extends Uint8Array | Int32Array>(values: Kind, into: Kind): Kind {
  into.set(values);
  return into;
}

/** Whether another contact's change may change what the filter holds. */
function dependsOnOthers(filter: FilterGroup | undefined): boolean {
  return filter?.of.some((one) => (isGroup(one) ? dependsOnOthers(one) : one.field === "entityConfirmed")) ?? false;
}

/** Contacts of the same second stay the newest first, as in every other order. */
function oldestFirst(order: Int32Array, startedAt: Float64Array): Int32Array {
  const turned = new Int32Array(order.length);
  let length = 0;
  for (let end = order.length; end > 0;) {
    let begin = end - 1;
    while (begin > 0 && startedAt[order[begin - 1]!] === startedAt[order[end - 1]!]) begin--;
    turned.set(order.subarray(begin, end), length);
    length += end - begin;
    end = begin;
  }
  return turned;
}

type Value = string | number | null;

/** The values of a column: each different one has a code, and the codes an order. */
interface Column {
  put(id: number, value: Value): void;
  /** To be called when all was put. */
  settle(): void;
  sort(order: Int32Array, descending: boolean): Int32Array;
  grow(capacity: number): void;
}

function createColumn(capacity: number): Column {
  let codes = new Int32Array(capacity);
  const values: Value[] = [null];
  const codeOf = new Map<Value, number>([[null, 0]]);
  /** All codes in the order of their values, and by code the place therein. */
  const inOrder: number[] = [0];
  let places = new Int32Array([0]);

  return {
    put(id, value) {
      let code = codeOf.get(value);
      if (code === undefined) {
        code = values.push(value) - 1;
        codeOf.set(value, code);
      }
      codes[id] = code;
    },
    settle() {
      if (inOrder.length === values.length) return;
      for (let code = inOrder.length; code < values.length; code++) inOrder.push(code);
      inOrder.sort((a, b) => compared(values[a]!, values[b]!));
      places = new Int32Array(values.length);
      inOrder.forEach((code, place) => (places[code] = place));
    },
    sort(order, descending) {
      const most = values.length - 1;
      const begins = new Int32Array(values.length + 1);
      const placeOf = (id: number) => (descending ? most - places[codes[id]!]! : places[codes[id]!]!);
      for (const id of order) begins[placeOf(id) + 1]!++;
      for (let place = 0; place <= most; place++) begins[place + 1]! += begins[place]!;
      const sorted = new Int32Array(order.length);
      for (const id of order) sorted[begins[placeOf(id)]!++] = id;
      return sorted;
    },
    grow: (size) => void (codes = grown(codes, new Int32Array(size))),
  };
}

/** Nothing comes first, then numbers, then texts. */
function compared(a: Value, b: Value): number {
  if (a === b) return 0;
  if (a === null || b === null) return a === null ? -1 : 1;
  if (typeof a === "number" && typeof b === "number") return a - b;
  if (typeof a !== typeof b) return typeof a === "number" ? -1 : 1;
  return a < b ? -1 : 1;
}

/** Text is ordered without case. */
function folded(value: Value): Value {
  return typeof value === "string" ? value.replace(/[A-Z]+/g, (letters) => letters.toLowerCase()) : value;
}

function valueSql(id: string) {
  const column = columnById(id);
  if (column?.channel === undefined) return sql`${sql.ref(`contact.${id}`)}`;
  return sql`(SELECT ${sql.ref(column.of ?? "received")} FROM confirmation
    WHERE contactId = contact.id AND channel = ${column.channel})`;
}

function ranked(values: readonly (string | number)[]): ReadonlyMap<string | number, number> {
  return new Map(values.map((value, index) => [value, index]));
}

const byWavelength = ranked(BANDS.map(({ name }) => name));
const byName = ranked([...ENTITIES].sort((a, b) => a.name.localeCompare(b.name, "en")).map(({ code }) => code));
/** Kinds of columns whose values are not in the order in which people look for them. */
const RANKS: ReadonlyMap<string, ReadonlyMap<string | number, number>> = new Map([
  ["band", byWavelength],
  ["entity", byName],
]);
