"use client";

import { useEffect, useEffectEvent, useState } from "react";
import type { SavedView } from "@/core/contract";
import {
  filterText,
  type Layout,
  layoutSchema,
  NEWEST_FIRST,
  parseFilter,
  sortSchema,
  sortText,
  USUAL_LAYOUT,
} from "@/core/view";
import { useAddress } from "../kit/useAddress";

/**
 * What the log table shows. The filter, the sort and the view by its number stand in the address; columns that belong
 * to no view, and what is shown where the address says nothing at first, are as this browser last had them.
 */
export function useLayout(logbookId: number, views: readonly SavedView[]) {
  const key = `layout-${logbookId}`;
  const [params, go] = useAddress();
  const [own, setOwn] = useState(USUAL_LAYOUT.columns);
  const [begun, setBegun] = useState(false);
  const view = views.find(({ id }) => String(id) === params.get("view"));
  const layout: Layout = {
    columns: view?.layout.columns ?? own,
    filter: parseFilter(params.get("filter")),
    sort: sortSchema.safeParse(params.get("sort") ?? "").data ?? NEWEST_FIRST,
  };

  const begin = useEffectEvent(() => {
    const kept = readKept(key);
    setBegun(true);
    if (kept === null) return;
    setOwn(kept.columns);
    if (!["filter", "sort", "view"].some((name) => params.has(name))) go(addressOf(kept), "replace");
  });
  useEffect(() => {
    // After the first paint, which must equal the server's.
    queueMicrotask(begin);
  }, [key]);

  // What is shown is kept, however one came to it; but not before it is known what was kept.
  const text = JSON.stringify(layout);
  useEffect(() => {
    if (begun) localStorage.setItem(key, text);
  }, [key, text, begun]);

  /** Shows another layout; with the number of a view, as that view. It is kept at once: who reads the page anew has it. */
  function setLayout(next: Layout, viewId: number | null = null): void {
    const sameColumns = JSON.stringify(next.columns) === JSON.stringify(layout.columns);
    if (viewId === null) setOwn(next.columns);
    const shown = viewId === null ? (sameColumns ? params.get("view") : null) : String(viewId);
    go({ ...addressOf(next), view: shown });
    localStorage.setItem(key, JSON.stringify(next));
  }
  return [layout, setLayout] as const;
}

function addressOf({ filter, sort }: Layout) {
  const sorted = sortText(sort);
  return {
    filter: filterText(filter),
    sort: sorted === sortText(NEWEST_FIRST) ? null : sorted,
  };
}

function readKept(key: string): Layout | null {
  try {
    return layoutSchema.safeParse(JSON.parse(localStorage.getItem(key) ?? "null")).data ?? null;
  } catch {
    return null;
  }
}
