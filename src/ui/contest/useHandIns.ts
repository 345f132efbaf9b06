"use client";

import { useEffect, useEffectEvent, useState } from "react";
import { toast } from "sonner";
import { useLive } from "../kit/useLive";
import { dropHandIn, handInAll, type HandInReport, keptHandIns } from "./handIns";

const TRY_AGAIN_MS = 4000;

/** The contacts that this browser keeps until the server answers again: how many there are, and handing them in. */
export function useHandIns(entryId: number | null) {
  const [waiting, setWaiting] = useState(0);
  const countAnew = () => setWaiting(entryId === null ? 0 : keptHandIns(entryId).length);

  function tell({ taken, remarks, refused }: HandInReport) {
    countAnew();
    if (taken > 0)
      toast.success(`${taken} ${taken === 1 ? "contact was" : "contacts were"} handed in.`, {
        ...(remarks.length === 0 ? {} : { description: remarks.join("; "), duration: 20_000 }),
      });
    for (const { call, text, handIn } of refused)
      toast.error(`${call} was not taken: ${text}. It stays in this browser.`, {
        id: handIn,
        duration: Infinity,
        action: {
          label: "Give it up",
          onClick: () => {
            dropHandIn(entryId!, handIn);
            countAnew();
          },
        },
      });
  }
  useEffect(() => {
    if (entryId === null) return;
    const kept = keptHandIns(entryId).length;
    queueMicrotask(() => setWaiting(kept));
    if (kept > 0) void handInAll(entryId).then(tell);
    // Once, when the entry is there.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [entryId]);
  const tryHandIn = () => {
    if (entryId !== null) void handInAll(entryId).then(tell);
  };
  const onTimer = useEffectEvent(tryHandIn);
  const isWaiting = waiting > 0;
  useEffect(() => {
    if (!isWaiting) return;
    const timer = setInterval(() => onTimer(), TRY_AGAIN_MS);
    return () => clearInterval(timer);
  }, [isWaiting]);
  useLive((event) => event.type === "opened" && tryHandIn());

  return { waiting, countAnew };
}
