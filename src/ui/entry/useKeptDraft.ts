"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import { type Draft, EMPTY_DRAFT } from "./draft";

const SOON_MS = 200;
/** For so long a tab that is closing may still hold what it kept. */
const CLOSING_MS = 3000;

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
    const gone = new AbortController();
    // Only where the page is served from this machine, or safely.
    navigator.locks
      ?.request(key, { signal: AbortSignal.any([gone.signal, AbortSignal.timeout(CLOSING_MS)]) }, () => {
        if (own === null && sessionStorage.getItem(key) === null) take(localStorage.getItem(key));
        return new Promise<void>((resolve) => (release = resolve));
      })
      .catch((error: unknown) => {
        // Another tab has it, or this one went on.
        if (!(error instanceof DOMException)) throw error;
      });
    const flush = () => {
      const last = sessionStorage.getItem(key);
      if (last !== null) localStorage.setItem(key, last);
    };
    window.addEventListener("pagehide", flush);
    return () => {
      window.removeEventListener("pagehide", flush);
      gone.abort();
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
