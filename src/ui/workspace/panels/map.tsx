"use client";

import { useShownSpots } from "../../airwaves/useShownSpots";
import { WorldMap } from "../../airwaves/WorldMap";
import { useAtHand } from "../atHand";

export default function Map() {
  const { pick, leave } = useAtHand();
  const { rows, notice } = useShownSpots();
  return <WorldMap spots={rows} notice={notice} onPick={pick} onLeave={leave} />;
}
