"use client";

import { useEffect, useState } from "react";
import { type Layout, layoutSchema, USUAL_LAYOUT } from "@/core/view";

/** What the log table shows, as this browser last had it. */
export function useLayout(logbookId: number): [Layout, (layout: Layout) => void] {
  const key = `layout-${logbookId}`;
  const [layout, setLayout] = useState(USUAL_LAYOUT);
  useEffect(() => {
    const kept = readKept(key);
    // After the first paint, which must equal the server's.
    if (kept !== null) queueMicrotask(() => setLayout(kept));
  }, [key]);
  return [
    layout,
    (next) => {
      localStorage.setItem(key, JSON.stringify(next));
      setLayout(next);
    },
  ];
}

function readKept(key: string): Layout | null {
  try {
    const parsed = layoutSchema.safeParse(JSON.parse(localStorage.getItem(key) ?? "null"));
    return parsed.success ? parsed.data : null;
  } catch {
    return null;
  }
}
