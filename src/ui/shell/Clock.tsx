"use client";

import { useSyncExternalStore } from "react";
import { isoTime } from "@/core/contact";
import { weekdayText } from "@/core/time/words";

function subscribe(tick: () => void): () => void {
  const timer = setInterval(tick, 250);
  return () => clearInterval(timer);
}

const second = () => Math.floor(Date.now() / 1000);

/** The time, in UTC. */
export function Clock() {
  const now = useSyncExternalStore(subscribe, second, () => null);
  const iso = now === null ? null : isoTime(now);
  return (
    <span className="whitespace-nowrap" role="timer" aria-label="Time now, UTC">
      <span className="font-mono text-title">{iso?.slice(11, 19) ?? "--:--:--"}</span>{" "}
      <span className="text-soft">
        UTC{iso !== null && <span className="max-2xl:hidden">{`, ${weekdayText(iso)}`}</span>}
      </span>
    </span>
  );
}
