"use client";

import { useEffect, useEffectEvent, useState } from "react";
import { toast } from "sonner";
import { useLive } from "../kit/useLive";
import { dropHandIn, type HandIn, handInAll, type HandInReport, keptHandIns, type Receiver } from "./handIns";

const TRY_AGAIN_MS = 4000;

/** The contacts that this browser keeps until the server answers again: how many there are, and handing them in. */
export function useHandIns<Kept extends HandIn, Logged>(to: Receiver<Kept, Logged> | null) {
  const key = to?.key ?? null;
  const [waiting, setWaiting] = useState(0);
  const countAnew = () => setWaiting(to === null ? 0 : keptHandIns(to).length);

  function tell({ taken, remarks, refused }: HandInReport) {
    countAnew();
    if (taken > 0)
      toast.success(`${taken} ${taken === 1 ? "contact was" : "contacts were"} handed in.`, {
        // Who asked for it twice is told once.
        id: `${key} taken`,
        ...(remarks.length === 0 ? {} : { description: remarks.join("; "), duration: 20_000 }),
      });
    for (const { call, text, handIn } of refused)
      toast.error(`${call} was not taken: ${text}. It stays in this browser.`, {
        id: handIn,
        duration: Infinity,
        action: {
          label: "Give it up",
          onClick: () => {
            dropHandIn(to!, handIn);
            countAnew();
          },
        },
      });
  }
  useEffect(() => {
    const kept = to === null ? 0 : keptHandIns(to).length;
    queueMicrotask(() => setWaiting(kept));
    if (to !== null && kept > 0) void handInAll(to).then(tell);
    // Once, when it is known where to.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  const tryHandIn = () => {
    if (to !== null) void handInAll(to).then(tell);
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
