"use client";

import Link from "next/link";
import type { Entry } from "@/core/contract";
import { fullTime } from "@/core/time/words";
import { KeptNotice } from "../entry/KeptNotice";
import type { useContestLine } from "./useContestLine";

interface NoticeProps {
  entry: Entry;
  contest: Pick<ReturnType<typeof useContestLine>, "phase" | "inForce" | "waiting" | "logAllTheSame">;
}

/** Says, in the entry line, into what contacts go when a contest is on. */
export function ContestNotice({ entry, contest }: NoticeProps) {
  const { phase, inForce, waiting, logAllTheSame } = contest;
  const when =
    phase === "before"
      ? `begins ${fullTime(entry.period.from)}`
      : phase === "after"
        ? `ended ${fullTime(entry.period.to)}`
        : "runs";
  return (
    <span role="status" className="flex items-center gap-2">
      <KeptNotice waiting={waiting} />
      <Link href="/contest" className="text-signal underline underline-offset-2">
        {entry.name}
      </Link>
      <span className="text-soft">
        {inForce && phase === "running" ? (entry.on ? "is on" : "is on here, not at the Desk") : `${when} UTC`}
      </span>
      {!inForce && phase !== null && (
        <>
          <span className="text-wanted">Logged as a day&apos;s contact.</span>
          <button type="button" className="text-soft underline hover:text-signal" onClick={logAllTheSame}>
            Log into the contest all the same
          </button>
        </>
      )}
    </span>
  );
}
