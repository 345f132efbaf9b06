"use client";

import type { Entry } from "@/core/contract";
import { Positions } from "../../contest/Positions";
import { useAtHand } from "../atHand";
import { OfContest } from "../OfContest";

function OtherPositions({ entry }: { entry: Entry }) {
  const { seat, setSeat, way } = useAtHand();
  return <Positions entry={entry} seat={seat} way={way} onSeat={setSeat} />;
}

export default function Panel() {
  return <OfContest>{(entry) => <OtherPositions entry={entry} />}</OfContest>;
}
