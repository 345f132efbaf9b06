"use client";

import type { RefObject } from "react";
import type { SpotView } from "@/core/contract";
import { count } from "../kit/format";
import { SpotFilterBar } from "./SpotFilterBar";
import { noneText, SpotsOrWhy } from "./SpotsOrWhy";
import { SpotTable } from "./SpotTable";
import { keptFilter, type useShownSpots } from "./useShownSpots";

type Shown = ReturnType<typeof useShownSpots>;

/** How many of the spots are shown, and which. */
export function SpotsHead({ shown: { rows, spots, filter } }: { shown: Shown }) {
  return (
    <>
      <h2 className="font-semibold whitespace-nowrap" aria-live="off">
        {count(rows.length)} <span className="font-normal text-soft">of {count(spots.size)} spots</span>
      </h2>
      <SpotFilterBar filter={filter} setFilter={keptFilter.set} />
    </>
  );
}

interface ShownSpotsProps {
  shown: Shown;
  gridRef: RefObject<HTMLDivElement | null>;
  onPick: (spot: SpotView) => void;
  /** Leaves them for the entry line. */
  onLeave: () => void;
}

/** The spots that are shown, or why there are none. */
export function ShownSpots({ shown, gridRef, onPick, onLeave }: ShownSpotsProps) {
  const { spots, rows, filter, now, networks, loaded, off, failed, refetch } = shown;
  return (
    <SpotsOrWhy
      none={noneText(networks, spots.size)}
      off={off}
      failed={failed}
      onRetry={() => void refetch()}
      loaded={loaded}
      isEmpty={rows.length === 0}
    >
      <SpotTable
        rows={rows}
        spots={spots}
        filter={filter}
        setFilter={keptFilter.set}
        now={now}
        gridRef={gridRef}
        onPick={onPick}
        onLeave={onLeave}
      />
    </SpotsOrWhy>
  );
}
