"use client";

import { useEffect, useRef } from "react";
import { toast } from "sonner";
import { type Picked, useTuning } from "../shell/radio";
import { pickElsewhere } from "../shell/siblings";
import { BandMap } from "./BandMap";
import { useShownSpots } from "./useShownSpots";

/** The band map in a window of its own; what is picked in it stands in the entry line of the window that opened it. */
export function BandMapPage() {
  const { ofAllBands, notice } = useShownSpots();
  const tuning = useTuning();
  const mapRef = useRef<HTMLDivElement>(null);
  useEffect(() => mapRef.current?.focus(), []);

  async function pick(picked: Picked) {
    if (await pickElsewhere(picked)) return;
    tuning.goTo(picked);
    if (picked.call !== null)
      toast(`The radio is there. No entry line is open for ${picked.call}: open the Desk in the other window.`);
  }
  return (
    <div className="h-full">
      <h1 className="sr-only">Band map</h1>
      <BandMap
        spots={ofAllBands}
        notice={notice}
        mapRef={mapRef}
        onPick={(picked) => void pick(picked)}
        onLeave={() => (window.opener as Window | null)?.focus()}
      />
    </div>
  );
}
