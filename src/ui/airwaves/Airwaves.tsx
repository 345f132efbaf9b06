"use client";

import { useCallback, useEffect, useRef } from "react";
import { ReadingPanel } from "../entry/ReadingPanel";
import { useOperating } from "../entry/useOperating";
import { useLogbook } from "../shell/logbook";
import { TypedProvider } from "../workspace/atHand";
import { useTellTyped } from "../workspace/tellTyped";
import { AirwavesPanels } from "./AirwavesPanels";
import { useAirwavesTab } from "./airwavesTabs";
import { FoldedReading } from "./FoldedReading";

/** Where to listen next: what spot networks announce, each with what it is worth and whether it can be heard here. */
export function Airwaves() {
  const { draft, callRef, last, line, typed: station, askNote, windows, pick } = useOperating();
  const { logbook } = useLogbook();
  const facts = station.reading;
  useTellTyped(draft);
  const { folded } = useAirwavesTab();
  const call = useRef(draft.call);
  useEffect(() => {
    call.current = draft.call;
  }, [draft.call]);
  const typed = useCallback(() => call.current, []);
  const toCall = useCallback(() => callRef.current?.focus(), [callRef]);
  return (
    <div className="relative grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)] max-lg:overflow-auto max-lg:grid-rows-[auto_auto_minmax(440px,1fr)]">
      <h1 className="sr-only">Airwaves</h1>
      {line()}
      {folded ? (
        <FoldedReading facts={facts} />
      ) : (
        <div className="@container h-[224px] overflow-auto border-b border-line max-lg:h-auto">
          <ReadingPanel logbook={logbook} typed={station} onNote={askNote} />
        </div>
      )}
      <TypedProvider typed={station}>
        <AirwavesPanels typed={typed} last={last} onPick={pick} onLeave={toCall} />
      </TypedProvider>
      {windows}
    </div>
  );
}
