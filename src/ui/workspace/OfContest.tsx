"use client";

import type { ReactNode } from "react";
import type { Entry } from "@/core/contract";
import { useAtHand } from "./atHand";

/** What a panel shows of the contest that is on. */
export function OfContest({ children }: { children: (entry: Entry) => ReactNode }) {
  const { entry } = useAtHand();
  if (entry === null)
    return <p className="p-4 text-soft">No contest is on: this panel is of the one that contacts are logged into.</p>;
  return children(entry);
}
