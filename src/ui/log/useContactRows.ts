"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import type { ContactPage } from "@/core/contract";
import { api, withQuery } from "../kit/api";
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

export interface ContactRows {
  readonly window: RowWindow;
  readonly state: "loading" | "ready" | "failed";
  /** Loads what is missing between two rows, both inside. */
  readonly show: (first: number, last: number) => void;
  readonly reload: () => void;
}

/**
 * The contacts of a logbook for a virtual table; one row changes when one contact does, and nothing is loaded anew.
 * With `find`, only those whose call begins so: there a change loads the rows in sight again.
 */
export function useContactRows(logbookId: number, total: number, find: string): ContactRows {
  const [window, setWindow] = useState<RowWindow>({ ...EMPTY_WINDOW, total });
  // The newest state at once: events may come faster than renders.
  const latest = useRef(window);
  const [state, setState] = useState<ContactRows["state"]>("loading");
  const loading = useRef(new Set<number>());
  const generation = useRef(0);
  /** The generation that the rows are of. */
  const held = useRef(0);
  const shown = useRef<[number, number]>([0, PAGE - 1]);

  const keep = useCallback((next: RowWindow) => {
    latest.current = next;
    setWindow(next);
  }, []);

  const load = useCallback(
    async (page: number) => {
      if (loading.current.has(page)) return;
      loading.current.add(page);
      const asked = generation.current;
      try {
        const answer = await api<ContactPage>(
          withQuery(`logbooks/${logbookId}/contacts`, { offset: page * PAGE, limit: PAGE, find: find || undefined }),
        );
        if (asked !== generation.current) return;
        const rows = held.current === asked ? latest.current : EMPTY_WINDOW;
        held.current = asked;
        keep(withPage(rows, page, answer.items, answer.total ?? 0));
        setState("ready");
      } catch {
        if (asked === generation.current) setState("failed");
      } finally {
        if (asked === generation.current) loading.current.delete(page);
      }
    },
    [logbookId, find, keep],
  );

  const reload = useCallback(() => {
    generation.current++;
    loading.current.clear();
    const [first, last] = shown.current;
    void load(Math.floor(first / PAGE));
    if (Math.floor(last / PAGE) !== Math.floor(first / PAGE)) void load(Math.floor(last / PAGE));
  }, [load]);

  useEffect(() => {
    generation.current++;
    loading.current.clear();
    void load(0);
  }, [load]);

  const show = useCallback(
    (first: number, last: number) => {
      shown.current = [first, last];
      for (const page of missingPages(latest.current, first, last)) void load(page);
    },
    [load],
  );

  useLive((event) => {
    if (event.type === "reconnected") return reload();
    if (event.type === "lost" || event.type === "job" || event.type === "outbox" || event.logbookId !== logbookId)
      return;
    if (find !== "") return reload();
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
  return { window, state, show, reload };
}
