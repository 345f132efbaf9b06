"use client";

import Link from "next/link";
import { useSyncExternalStore } from "react";
import { isoTime } from "@/core/contact";
import { weekdayText } from "@/core/time/words";
import { useLinks } from "./useLinks";

function subscribe(tick: () => void): () => void {
  const timer = setInterval(tick, 250);
  return () => clearInterval(timer);
}

const second = () => Math.floor(Date.now() / 1000);

/** What links tell of the time is far from it: theirs or ours is wrong. */
function WrongClock() {
  const off = useLinks().links.find(({ clockOff }) => clockOff !== null);
  if (off === undefined) return null;
  return (
    <Link
      href="/station?page=links"
      role="status"
      title={`${off.name}: ${off.text ?? ""}`}
      className="ml-2 rounded-field bg-wanted-wash px-2 py-1 font-semibold text-wanted"
    >
      A clock is wrong
    </Link>
  );
}

/** The time, in UTC; and whether some clock is wrong. */
export function Clock() {
  const now = useSyncExternalStore(subscribe, second, () => null);
  const iso = now === null ? null : isoTime(now);
  return (
    <span className="whitespace-nowrap">
      <span role="timer" aria-label="Time now, UTC">
        <span className="font-mono text-title">{iso?.slice(11, 19) ?? "--:--:--"}</span>{" "}
        <span className="text-soft">
          UTC{iso !== null && <span className="max-2xl:hidden">{`, ${weekdayText(iso)}`}</span>}
        </span>
      </span>
      <WrongClock />
    </span>
  );
}
