"use client";

import { useRef } from "react";
import { ShownSpots, SpotsHead } from "../../airwaves/ShownSpots";
import { useShownSpots } from "../../airwaves/useShownSpots";
import { useAtHand } from "../atHand";

export default function Spots() {
  const { pick, leave } = useAtHand();
  const shown = useShownSpots();
  const gridRef = useRef<HTMLDivElement>(null);
  return (
    <section aria-label="Spots" className="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)]">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5 px-4 py-1.5">
        <SpotsHead shown={shown} />
      </div>
      <ShownSpots shown={shown} gridRef={gridRef} onPick={pick} onLeave={leave} />
    </section>
  );
}
