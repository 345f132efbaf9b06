"use client";

import { useShownSpots } from "../../airwaves/useShownSpots";
import { Spectrum } from "../../signals/Spectrum";
import { useAtHand } from "../atHand";

export default function SpectrumPanel() {
  const { pick, leave } = useAtHand();
  const { ofAllBands } = useShownSpots();
  return <Spectrum spots={ofAllBands} onPick={pick} onLeave={leave} />;
}
