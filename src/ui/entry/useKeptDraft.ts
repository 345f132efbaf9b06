"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import { type Draft, EMPTY_DRAFT } from "./draft";

const SOON_MS = 200;

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
    const flush = () => {
      const last = sessionStorage.getItem(key);
      if (last !== null) localStorage.setItem(key, last);
    };
    window.addEventListener("pagehide", flush);
    return () => {
      window.removeEventListener("pagehide", flush);
      release();
    };
  }, [key]);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const keep = useCallback(
    (next: Draft) => {
      setDraft(next);
      // Not with every key: it waits for the disk.
      clearTimeout(timer.current);
      const text = JSON.stringify(next);
      sessionStorage.setItem(key, text);
      timer.current = setTimeout(() => localStorage.setItem(key, text), SOON_MS);
    },
    [key],
  );
  return [draft, keep];
}
