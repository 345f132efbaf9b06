"use client";

import { type RefObject, useCallback, useEffect, useRef } from "react";
import { toast } from "sonner";
import { isoTime } from "@/core/contact";
import { usePicker } from "../shell/siblings";
import { type Picked, useTuning } from "../shell/radio";
import { partKey } from "./contestLine";
import { type Draft, emptied, isEmpty, withValue } from "./draft";

interface Line {
  readonly draft: Draft;
  readonly setDraft: (draft: Draft) => void;
  readonly callRef: RefObject<HTMLInputElement | null>;
}

/**
 * Goes to a station that was picked, here or in another window of this position: the radio is tuned, its call stands in
 * the entry line. What was half typed before is kept, and comes back when the line is empty again.
 */
export function usePick({ draft, setDraft, callRef }: Line): (picked: Picked) => void {
  const tuning = useTuning();
  /** The call that was put there, and what stood there before. */
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

  const pick = useCallback(
    (picked: Picked) => {
      const { call, exchange } = picked;
      tuning.goTo(picked);
      if (exchange !== undefined) {
        const parts = Object.entries(exchange);
        setDraft(parts.reduce((next, [id, value]) => withValue(next, partKey(id), value), latest.current));
      }
      if (call !== null) {
        const typed = latest.current;
        if (!isEmpty(typed) && typed.call !== put.current) before.current = typed;
        put.current = call;
        setDraft({ ...emptied(typed), call, startedAt: isoTime(Math.floor(Date.now() / 1000)) });
      }
      requestAnimationFrame(() => callRef.current?.focus());
    },
    [tuning, setDraft, callRef],
  );
  usePicker(pick);
  return pick;
}
