import { sql } from "kysely";
import { fittingCalls, type KnownCall } from "../../core/callsign";
import type { ContactFilter } from "../../core/contract";
import { searchWords, type Sort, USUAL_COLUMNS } from "../../core/view";
import type { Store } from "../db/store";
import type { HintRequest } from "./finder";
import { newestEntry } from "./journal";
import { createMirror, type LogMirror } from "./logMirror";

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

/** Searches a database. What it read is kept in memory, and follows the changes of the log. */
export interface Searcher {
  /** The numbers of all contacts that fit, in order. */
  all(search: Search, now: number): readonly number[];
  slice(search: Search, now: number, offset: number, limit: number): Found;
  /** Calls of a logbook that fit what is typed so far, best first. */
  hints(request: HintRequest): KnownCall[];
  /** Reads beforehand what is likely to be asked for next of a logbook, piece by piece. */
  warming(logbookId: number): Iterator<void>;
}

const KEPT_LISTS = 12;
/** After more changes than this the log is read anew. */
const MOST_CHANGES = 2000;

export function createSearcher(store: Store): Searcher {
  let lastEntry = -1;
  let siteNames = "";
  const mirrors = new Map<number, LogMirror>();
  const lists = new Map<string, Int32Array>();
  const calls = new Map<number, Map<string, KnownCall>>();

  /** Takes in what changed since the last search: every change of a contact writes an entry of the journal. */
  function bringUpToDate(): void {
    // A contact's site is asked for by its name, which changes without the journal.
    const names = store.values(store.q.selectFrom("site").select("name").orderBy("id")).join("\n");
    if (names !== siteNames) {
      siteNames = names;
      lists.clear();
      mirrors.clear();
    }
    const newest = newestEntry(store);
    if (newest === lastEntry) return;
    lists.clear();
    if (newest - lastEntry > MOST_CHANGES) {
      mirrors.clear();
      calls.clear();
    } else {
      const entries = store.all(
        store.q
          .selectFrom("journalEntry")
          .leftJoin("contact", "contact.id", "journalEntry.contactId")
          .select(["contactId", "baseCall", sql<string | null>`json_extract(before, '$.baseCall')`.as("oldCall")])
          .where("journalEntry.id", ">", lastEntry),
      );
      const changed = [...new Set(entries.map(({ contactId }) => contactId))];
      for (const mirror of mirrors.values()) mirror.update(changed);
      const touched = new Set(entries.flatMap(({ baseCall, oldCall }) => [baseCall, oldCall]));
      for (const [logbookId, known] of calls)
        for (const call of touched) if (call !== null) recount(logbookId, known, call);
    }
    lastEntry = newest;
  }

  function mirrorOf(logbookId: number): LogMirror {
    let mirror = mirrors.get(logbookId);
    if (mirror === undefined) mirrors.set(logbookId, (mirror = createMirror(store, logbookId)));
    return mirror;
  }

  function listOf({ logbookId, asked, sort }: Search, now: number): Int32Array {
    bringUpToDate();
    const { find = "", ...filter } = asked;
    const words = searchWords(find);
    const key = JSON.stringify([logbookId, filter, sort, words, Math.floor(now / 86_400)]);
    const known = lists.get(key);
    const list = known ?? found(mirrorOf(logbookId), filter, words, sort, now);
    lists.delete(key);
    lists.set(key, list);
    if (lists.size > KEPT_LISTS) lists.delete(lists.keys().next().value!);
    return list;
  }

  function recount(logbookId: number, known: Map<string, KnownCall>, call: string): void {
    const { contacts } = store.first(
      store.q
        .selectFrom("contact")
        .select((eb) => eb.fn.countAll<number>().as("contacts"))
        .where("logbookId", "=", logbookId)
        .where("baseCall", "=", call),
    )!;
    if (contacts > 0) known.set(call, { call, contacts });
    else known.delete(call);
  }

  /** Calls that were worked, and those that a directory lists. */
  function* callsKnown(logbookId: number): Generator<KnownCall> {
    const worked = callsOf(logbookId);
    yield* worked.values();
    const listed = store.q.selectFrom("listing").select("baseCall").distinct().where("body", "is not", null);
    for (const call of store.values(listed)) if (!worked.has(call)) yield { call, contacts: 0 };
  }

  function callsOf(logbookId: number): Map<string, KnownCall> {
    let known = calls.get(logbookId);
    if (known === undefined) {
      const worked = store.all(
        store.q
          .selectFrom("contact")
          .select((eb) => ["baseCall as call", eb.fn.countAll<number>().as("contacts")])
          .where("logbookId", "=", logbookId)
          .groupBy("baseCall"),
      );
      known = new Map(worked.map((one) => [one.call, one]));
      calls.set(logbookId, known);
    }
    return known;
  }

  return {
    all: (search, now) => Array.from(listOf(search, now)),
    hints({ logbookId, like, most }) {
      bringUpToDate();
      return fittingCalls(like, callsKnown(logbookId), most);
    },
    *warming(logbookId) {
      bringUpToDate();
      const mirror = mirrorOf(logbookId);
      yield void mirror.texts();
      for (const column of USUAL_COLUMNS) yield mirror.prepare(column);
    },
    slice(search, now, offset, limit) {
      const list = listOf(search, now);
      return { ids: Array.from(list.subarray(offset, offset + limit)), total: list.length };
    },
  };
}

function found(
  mirror: LogMirror,
  filter: ContactFilter,
  words: readonly string[],
  sort: Sort,
  now: number,
): Int32Array {
  const sorted = mirror.sorted(sort);
  const fitting = mirror.fitting(filter, now);
  if (fitting === null && words.length === 0) return sorted;
  const texts = words.length === 0 ? [] : mirror.texts();
  return sorted.filter(
    (id) => (fitting === null || fitting[id] === 1) && words.every((word) => texts[id]!.includes(word)),
  );
}
