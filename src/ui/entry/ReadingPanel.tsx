"use client";

import { memo, type ReactNode, useDeferredValue } from "react";
import type { Logbook } from "@/core/contract";
import { useKeysOf } from "../kit/changedKeys";
import { Before, beforeTitle } from "./Before";
import { PathMap } from "./PathMap";
import type { TypedStation } from "./useTypedStation";
import { Who } from "./Who";
import { WorthKey, WorthPart } from "./WorthPart";

interface ReadingPanelProps {
  logbook: Logbook;
  typed: TypedStation;
  onNote: () => void;
}

/** What is known of the call being typed, in as many columns as its container has room for: who, what a contact would be worth, what was before, and where it lies. */
export const ReadingPanel = memo(function ReadingPanel({ logbook, typed, onNote }: ReadingPanelProps) {
  const { call, reading, problem, band, mode, within } = typed;
  // The map takes longer to paint than all the rest: it follows in the next frame.
  const target = useDeferredValue(reading?.point ?? null);
  return (
    <section
      aria-label="Reading"
      data-call={reading?.place.call}
      className="grid min-h-full grid-cols-1 bg-panel @min-[520px]:grid-cols-2 @min-[820px]:grid-cols-[minmax(200px,1fr)_minmax(400px,1.6fr)_minmax(190px,1fr)] @min-[1100px]:grid-cols-[minmax(250px,1fr)_minmax(430px,1.6fr)_minmax(240px,1.1fr)_224px]"
    >
      <Part title="Who" live>
        {problem !== null && call !== "" ? (
          <p className="text-soft">{problem.message}</p>
        ) : reading === null ? (
          <Waiting />
        ) : (
          <Who reading={reading} />
        )}
      </Part>
      <Part title="Worth" live>
        {reading === null ? <WorthKey /> : <WorthPart reading={reading} band={band} mode={mode} within={within} />}
      </Part>
      <Part title={reading === null ? "Before" : beforeTitle(reading)}>
        {reading === null ? (
          <p className="text-faint">Earlier contacts with the station.</p>
        ) : (
          <Before reading={reading} onNote={onNote} />
        )}
      </Part>
      <div className="grid place-items-center overflow-hidden bg-raised @max-[1100px]:hidden">
        <PathMap grid={logbook.site.grid} target={target} />
      </div>
    </section>
  );
});

function Part({ title, live = false, children }: { title: string; live?: boolean; children: ReactNode }) {
  return (
    <div
      className="min-w-0 overflow-hidden border-line px-4 py-2.5 not-last:border-b @min-[520px]:border-r @min-[820px]:border-b-0!"
      aria-live={live ? "polite" : undefined}
    >
      <h2 className="heading mb-1.5">{title}</h2>
      {children}
    </div>
  );
}

function Waiting() {
  const keys = useKeysOf("keysTyping");
  return (
    <div className="grid gap-1.5 text-soft">
      <p>Type a call. A frequency, a band or a mode is understood there, too.</p>
      {keys !== undefined && <p className="text-faint">{keys} shows the keys of this place.</p>}
    </div>
  );
}
