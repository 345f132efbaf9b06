"use client";

import { useEffect, useState } from "react";
import { newId } from "../kit/newId";

/** This browser's seat in an entry with several. */
export interface Seat {
  readonly id: string;
  readonly name: string;
  readonly operator: string | null;
}

const KEPT_AS = "contest-seat";

/** The seat of this tab, kept while it is open; null before the page has it. */
export function useSeat(): [Seat | null, (change: Partial<Seat>) => void] {
  const [seat, setSeat] = useState<Seat | null>(null);
  useEffect(() => {
    const kept = sessionStorage.getItem(KEPT_AS);
    const fresh: Seat = { id: newId(), name: "Position 1", operator: null };
    const own = kept === null ? fresh : { ...fresh, ...(JSON.parse(kept) as Partial<Seat>) };
    sessionStorage.setItem(KEPT_AS, JSON.stringify(own));
    queueMicrotask(() => setSeat(own));
  }, []);
  const change = (by: Partial<Seat>) =>
    setSeat((old) => {
      if (old === null) return old;
      const next = { ...old, ...by };
      sessionStorage.setItem(KEPT_AS, JSON.stringify(next));
      return next;
    });
  return [seat, change];
}
