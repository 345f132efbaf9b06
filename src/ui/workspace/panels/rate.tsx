"use client";

import type { Entry } from "@/core/contract";
import { RatePart } from "../../contest/StandingPanel";
import { useStanding } from "../../contest/useStanding";
import { OfContest } from "../OfContest";

function Rate({ entry }: { entry: Entry }) {
  const standing = useStanding(entry);
  if (standing === null) return <p className="p-4 text-soft">The rate is being counted.</p>;
  return <RatePart entry={entry} standing={standing} />;
}

export default function Panel() {
  return <OfContest>{(entry) => <Rate entry={entry} />}</OfContest>;
}
