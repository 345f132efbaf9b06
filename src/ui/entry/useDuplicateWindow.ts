"use client";

import { useEffect, useState } from "react";
import { DUPLICATE_WITHIN } from "@/core/contract";

const KEPT_AS = "duplicateWithin";

/** Within which time a second contact on band and mode group is shown as a duplicate, seconds; kept in this browser. */
export function useDuplicateWindow(): [number, (seconds: number) => void] {
  const [within, setWithin] = useState(DUPLICATE_WITHIN);
  useEffect(() => {
    const kept = Number(localStorage.getItem(KEPT_AS) ?? NaN);
    // After the first paint, which must equal the server's.
    if (Number.isInteger(kept) && kept > 0) queueMicrotask(() => setWithin(kept));
  }, []);
  return [
    within,
    (seconds) => {
      localStorage.setItem(KEPT_AS, String(seconds));
      setWithin(seconds);
    },
  ];
}
