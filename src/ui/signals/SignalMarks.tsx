"use client";

import { memo } from "react";
import type { FoundSignal } from "@/core/signal";
import { shareAt, type View } from "../tuning/rulerView";
import type { HeardStore } from "./heardStore";
import { useValue } from "../kit/valueStore";
import { type PictureLayout, placedIn } from "./pictureLayout";
import { signalText } from "./signalText";

interface SignalMarksProps {
  heard: HeardStore;
  layout: PictureLayout;
  view: View;
  /** The one that the keys, or the pointer, are at. */
  activeId: number | null;
  aimedId: number | null;
  onKeyDown: (event: React.KeyboardEvent) => void;
}

const NONE: readonly FoundSignal[] = [];
/** How far a mark reaches from the ruler, pixels, and how wide that of a carrier is. */
const [DEEP, CARRIER] = [7, 3];

/** What stands above the noise, each with a mark at the ruler; one of them is where the keys are. */
export const SignalMarks = memo(function SignalMarks(props: SignalMarksProps) {
  const { heard, layout, view, activeId, aimedId, onKeyDown } = props;
  const signals = useValue(heard, (told) => told?.signals ?? NONE);
  const at = useValue(heard, (told) => Math.floor(told?.at ?? 0));
  const { point } = placedIn(layout);
  const seen = signals.filter(({ hertz }) => hertz >= view.lowHz && hertz <= view.highHz);
  const active = seen.findIndex(({ id }) => id === activeId);
  return (
    <div
      role="listbox"
      aria-label="Signals"
      aria-orientation={layout.way === "lying" ? "horizontal" : "vertical"}
      aria-activedescendant={active < 0 ? undefined : `signal-${activeId}`}
      tabIndex={0}
      onKeyDown={onKeyDown}
      className="group absolute inset-0 outline-offset-[-2px]"
    >
      {seen.map((signal) => {
        const { id, hertz, widthHz, kind } = signal;
        const half = Math.max(CARRIER / 2, ((widthHz / 2) * layout.along) / (view.highHz - view.lowHz));
        const middle = shareAt(view, hertz) * layout.along;
        const [one, other] = [point(middle - half, 0), point(middle + half, DEEP)];
        const isActive = id === activeId;
        return (
          <span
            key={id}
            id={`signal-${id}`}
            role="option"
            aria-selected={isActive}
            aria-label={signalText(signal, at)}
            style={{
              left: Math.min(one[0], other[0]),
              top: Math.min(one[1], other[1]),
              width: Math.abs(one[0] - other[0]),
              height: Math.abs(one[1] - other[1]),
            }}
            className={`pointer-events-none absolute ${kind === "carrier" ? "bg-ink" : "border border-ink"} ${isActive || id === aimedId ? "border-signal bg-signal outline-2 outline-signal" : ""}`}
          />
        );
      })}
    </div>
  );
});
