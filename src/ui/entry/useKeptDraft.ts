"use client";

import { useCallback, useEffect, useState } from "react";
import { type Draft, EMPTY_DRAFT } from "./draft";

/**
 * What stands in the entry line, kept over a reload of the page, and over the browser's end: the next tab that is
 * the only one finds it again. The Desk and the contest share it.
 */
export function useKeptDraft(logbookId: number): [Draft, (draft: Draft) => void] {
  const key = `draft-${logbookId}`;
  const [draft, setDraft] = useState(EMPTY_DRAFT);
  useEffect(() => {
    const take = (kept: string | null) => {
      if (kept !== null) setDraft({ ...EMPTY_DRAFT, ...(JSON.parse(kept) as Partial<Draft>) });
    };
    const own = sessionStorage.getItem(key);
    let release = () => {};
    // After the first paint, which must equal the server's.
    if (own !== null) queueMicrotask(() => take(own));
    // Only where the page is served from this machine, or safely.
    void navigator.locks?.request(key, { ifAvailable: true }, (lock) => {
      if (lock === null) return;
      if (own === null) take(localStorage.getItem(key));
      return new Promise<void>((resolve) => (release = resolve));
    });
    return () => release();
  }, [key]);
  const keep = useCallback(
    (next: Draft) => {
      const text = JSON.stringify(next);
      sessionStorage.setItem(key, text);
      localStorage.setItem(key, text);
      setDraft(next);
    },
    [key],
  );
  return [draft, keep];
}
