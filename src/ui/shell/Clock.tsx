"use client";

import { useSyncExternalStore } from "react";

const DAYS = "Sun Mon Tue Wed Thu Fri Sat".split(" ");
const MONTHS = "Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec".split(" ");

function subscribe(tick: () => void): () => void {
  const timer = setInterval(tick, 250);
  return () => clearInterval(timer);
}

const second = () => Math.floor(Date.now() / 1000);

/** The time, in UTC. */
export function Clock() {
  const now = useSyncExternalStore(subscribe, second, () => null);
  const date = now === null ? null : new Date(now * 1000);
  return (
    <span className="whitespace-nowrap" role="timer" aria-label="Time now, UTC">
      <span className="font-mono text-title">{date?.toISOString().slice(11, 19) ?? "--:--:--"}</span>{" "}
      <span className="text-soft">
        UTC{date === null ? "" : `, ${DAYS[date.getUTCDay()]} ${date.getUTCDate()} ${MONTHS[date.getUTCMonth()]}`}
      </span>
    </span>
  );
}
