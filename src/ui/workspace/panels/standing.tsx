"use client";

import type { Entry } from "@/core/contract";
import { StandingPanel } from "../../contest/StandingPanel";
import { useStanding } from "../../contest/useStanding";
import { OfContest } from "../OfContest";

function Standing({ entry }: { entry: Entry }) {
  const standing = useStanding(entry);
  return (
    <div>
      <StandingPanel entry={entry} standing={standing} />
    </div>
  );
}

export default function Panel() {
  return <OfContest>{(entry) => <Standing entry={entry} />}</OfContest>;
}
