"use client";

import type { Entry } from "@/core/contract";
import { ContestLog } from "../../contest/ContestLog";
import { useAtHand } from "../atHand";
import { OfContest } from "../OfContest";

function LogOfContest({ entry }: { entry: Entry }) {
  return <ContestLog entry={entry} onLeave={useAtHand().leave} />;
}

export default function Panel() {
  return <OfContest>{(entry) => <LogOfContest key={entry.id} entry={entry} />}</OfContest>;
}
