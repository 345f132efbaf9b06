"use client";

import { BandMap } from "../../airwaves/BandMap";
import { useShownSpots } from "../../airwaves/useShownSpots";
import { useAtHand } from "../atHand";

export default function Map() {
  const { pick, leave } = useAtHand();
  const { ofAllBands, notice } = useShownSpots();
  return <BandMap spots={ofAllBands} notice={notice} onPick={pick} onLeave={leave} />;
}
