"use client";

import { useCallback, useEffect, useState } from "react";
import { tabId } from "../kit/tabId";

/** This browser's seat in an entry with several. */
export interface Seat {
  readonly id: string;
  readonly name: string;
  readonly operator: string | null;
  /** Which of several transmitters it has; null where there is one. */
  readonly transmitter: number | null;
}

const KEPT_AS = "contest-seat";

/** The seat of this tab, kept while it is open; null before the page has it. */
export function useSeat(): [Seat | null, (change: Partial<Seat>) => void] {
  const [seat, setSeat] = useState<Seat | null>(null);
  useEffect(() => {
    const kept = sessionStorage.getItem(KEPT_AS);
    const fresh = { name: "Position 1", operator: null, transmitter: null };
    const own: Seat = { ...fresh, ...(kept === null ? {} : (JSON.parse(kept) as Partial<Seat>)), id: tabId() };
    sessionStorage.setItem(KEPT_AS, JSON.stringify(own));
    queueMicrotask(() => setSeat(own));
  }, []);
  const change = useCallback(
    (by: Partial<Seat>) =>
      setSeat((old) => {
        if (old === null) return old;
        const next = { ...old, ...by };
        sessionStorage.setItem(KEPT_AS, JSON.stringify(next));
        return next;
      }),
    [],
  );
  return [seat, change];
}
