"use client";

import { useCallback, useEffect, useRef } from "react";
import { toast } from "sonner";
import { isoTime } from "@/core/contact";
import type { SpotView } from "@/core/contract";
import { type Draft, emptied, isEmpty } from "../entry/draft";
import type { Operating } from "../entry/useOperating";
import { useTuning } from "../shell/radio";

/**
 * Goes to a spot: the radio is tuned, its call stands in the entry line. What was half typed before is kept, and comes
 * back when the line is empty again.
 */
export function usePickSpot({ draft, setDraft, callRef }: Pick<Operating, "draft" | "setDraft" | "callRef">) {
  const tuning = useTuning();
  /** The call that a spot put there, and what stood there before. */
  const put = useRef<string | null>(null);
  const before = useRef<Draft | null>(null);
  const latest = useRef(draft);
  useEffect(() => {
    latest.current = draft;
    if (!isEmpty(draft)) return;
    put.current = null;
    const kept = before.current;
    if (kept === null) return;
    before.current = null;
    setDraft(kept);
    toast(`${kept.call || "What was typed before"} is back in the entry line.`);
  }, [draft, setDraft]);

  return useCallback(
    ({ call, frequencyHz, listensHz, band, mode, submode }: SpotView) => {
      const typed = latest.current;
      if (!isEmpty(typed) && typed.call !== put.current) before.current = typed;
      put.current = call;
      const { link, state } = tuning.now();
      tuning.set({ frequencyHz, band, mode, submode });
      if (link !== null && state !== null && link.radio?.tells.includes("split") === true)
        tuning.turn(listensHz === null ? { split: false } : { secondHz: listensHz, split: true });
      setDraft({ ...emptied(typed), call, startedAt: isoTime(Math.floor(Date.now() / 1000)) });
      requestAnimationFrame(() => callRef.current?.focus());
    },
    [tuning, setDraft, callRef],
  );
}
