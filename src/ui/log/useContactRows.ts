"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import { type FilterGroup, NEWEST_FIRST, type Sort, sortText } from "@/core/view";
import * as contacts from "@/core/contract/endpoints/contacts";
import { ask } from "../kit/api";
import { useLive } from "../kit/useLive";
import {
  EMPTY_WINDOW,
  missingPages,
  PAGE,
  type RowWindow,
  withAdded,
  withChanged,
  withPage,
  withRemoved,
} from "./rowWindow";

/** Which contacts a table shows, and in which order. */
export interface Asked {
  readonly find: string;
  readonly filter: FilterGroup;
  readonly sort: Sort;
}

export interface ContactRows {
  readonly window: RowWindow;
  readonly state: "loading" | "ready" | "failed";
  /** Whether the rows are those of what is asked for; until then they are those of before. */
  readonly isReady: boolean;
  /** Loads what is missing between two rows, both inside. */
  readonly show: (first: number, last: number) => void;
  readonly reload: () => void;
  /**
   * The numbers of the contacts between two rows, both inside, of what is asked for; loads them where needed. Null
   * where they do not come, or something else was asked for meanwhile.
   */
  readonly idsBetween: (first: number, last: number) => Promise<number[] | null>;
}

/** Whether less than the whole log is shown. */
export function isNarrowed({ find, filter }: Asked): boolean {
  return find.trim() !== "" || filter.of.length > 0;
}

function queryOf({ find, filter, sort }: Asked) {
  return {
    find: find.trim() || undefined,
    filter: filter.of.length > 0 ? JSON.stringify(filter) : undefined,
    sort: sortText(sort) === sortText(NEWEST_FIRST) ? undefined : sortText(sort),
  };
}

/**
 * The contacts of a logbook for a virtual table; one row changes when one contact does, and nothing is loaded anew.
 * Where they are narrowed down or in another order, a change loads the rows in sight again.
 */
export function useContactRows(logbookId: number, total: number, asked: Asked): ContactRows {
  const [window, setWindow] = useState<RowWindow>({ ...EMPTY_WINDOW, total });
  // The newest state at once: events may come faster than renders.
  const latest = useRef(window);
  const [state, setState] = useState<ContactRows["state"]>("loading");
  const [loadedFor, setLoadedFor] = useState<string | null>(null);
  const loading = useRef(new Map<number, Promise<void>>());
  // Answers to a question that was asked before everything was forgotten are of no use.
  const generation = useRef(0);
  // The rows in hand are of this generation; those of another are replaced by the first page that comes.
  const held = useRef(0);
  const shown = useRef<readonly [number, number]>([0, 0]);
  const query = JSON.stringify(queryOf(asked));
  const asking = useRef(query);

  const keep = useCallback((next: RowWindow) => {
    latest.current = next;
    setWindow(next);
  }, []);

  const loadAnew = useCallback(
    async (page: number) => {
      const begun = generation.current;
      try {
        const answer = await ask(contacts.listContacts, {
          params: { logbookId },
          query: { ...(JSON.parse(query) as ReturnType<typeof queryOf>), offset: page * PAGE, limit: PAGE },
        });
        if (begun !== generation.current) return;
        const rows = held.current === begun ? latest.current : EMPTY_WINDOW;
        held.current = begun;
        keep(withPage(rows, page, answer.items, answer.total ?? 0));
        setState("ready");
        setLoadedFor(query);
      } catch {
        if (begun === generation.current) setState("failed");
      } finally {
        if (begun === generation.current) loading.current.delete(page);
      }
    },
    [logbookId, query, keep],
  );

  const load = useCallback(
    (page: number) => {
      const known = loading.current.get(page);
      if (known !== undefined) return known;
      const answer = loadAnew(page);
      loading.current.set(page, answer);
      return answer;
    },
    [loadAnew],
  );

  const reload = useCallback(() => {
    generation.current++;
    loading.current.clear();
    const [first, last] = shown.current;
    void load(Math.floor(first / PAGE));
    if (Math.floor(last / PAGE) !== Math.floor(first / PAGE)) void load(Math.floor(last / PAGE));
  }, [load]);

  useEffect(() => {
    asking.current = query;
    generation.current++;
    loading.current.clear();
    void load(0);
  }, [load, query]);

  const show = useCallback(
    (first: number, last: number) => {
      shown.current = [first, last];
      for (const page of missingPages(latest.current, first, last)) void load(page);
    },
    [load],
  );

  const idsBetween = useCallback(
    async (first: number, last: number) => {
      while (held.current !== generation.current && loading.current.size > 0) {
        await Promise.all(loading.current.values());
      }
      for (const page of missingPages(latest.current, first, last)) await load(page);
      if (held.current !== generation.current || asking.current !== query) return null;
      return latest.current.rows
        .slice(first, last + 1)
        .map((row) => row?.id)
        .filter((id) => id !== undefined);
    },
    [load, query],
  );

  useLive((event) => {
    if (event.type === "missed") return reload();
    if ((event.type !== "contacts" && event.type !== "manyContacts") || event.logbookId !== logbookId) return;
    // What is on its way may be without it.
    if (query !== "{}" || loading.current.size > 0) return reload();
    if (event.type === "manyContacts") {
      generation.current++;
      loading.current.clear();
      keep({ total: event.contactCount, rows: [] });
      return;
    }
    let next: RowWindow | null = latest.current;
    for (const contact of event.added) next = next && withAdded(next, contact);
    for (const contact of event.changed) next = next && withChanged(next, contact);
    for (const id of event.removed) next = next && withRemoved(next, id);
    if (next === null) reload();
    else keep(next);
  });
  return { window, state, isReady: loadedFor === query, show, reload, idsBetween };
}
