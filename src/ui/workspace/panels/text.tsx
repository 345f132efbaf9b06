"use client";

import { useShownSpots } from "../../airwaves/useShownSpots";
import { ReceiverTextPanel } from "../../signals/ReceiverTextPanel";
import { useAtHand } from "../atHand";

export default function TextPanel() {
  const { pick, leave } = useAtHand();
  const { ofAllBands } = useShownSpots();
  return <ReceiverTextPanel spots={ofAllBands} onPick={pick} onLeave={leave} />;
}
