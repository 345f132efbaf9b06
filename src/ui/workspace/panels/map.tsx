"use client";

import { useDeferredValue } from "react";
import { useShownSpots } from "../../airwaves/useShownSpots";
import { WorldMap } from "../../airwaves/WorldMap";
import { useAtHand, useTyped } from "../atHand";

export default function Map() {
  const { pick, leave } = useAtHand();
  const { rows, notice } = useShownSpots();
  // The map follows when the entry line and the reading are painted.
  const facts = useDeferredValue(useTyped().reading);
  return <WorldMap spots={rows} notice={notice} facts={facts} onPick={pick} onLeave={leave} />;
}
