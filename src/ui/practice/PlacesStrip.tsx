"use client";

import type { MouseEvent } from "react";
import { formatFrequency } from "@/core/band";
import { useActions } from "../kit/actions";
import { KeyOf } from "../kit/Key";
import { useRadio, useTuning } from "../shell/radio";

const STEP_HZ = 20;
/** So much is shown beyond the outermost stations, Hz. */
const MARGIN_HZ = 600;

/** Where stations call on the practice air, and where one listens: a click goes to the nearest, keys go from one to the next. */
export function PlacesStrip({ places }: { places: readonly number[] }) {
  const at = useRadio(({ frequencyHz }) => frequencyHz) ?? 0;
  const tuning = useTuning();
  const sorted = [...places].sort((one, other) => one - other);
  const low = Math.min(at, ...sorted) - MARGIN_HZ;
  const high = Math.max(at, ...sorted) + MARGIN_HZ;
  const share = (hertz: number) => `${(100 * (hertz - low)) / (high - low)}%`;
  const go = (frequencyHz: number | undefined) => {
    if (frequencyHz !== undefined) tuning.set({ frequencyHz });
  };
  useActions([
    { id: "up", run: () => go(at + STEP_HZ) },
    { id: "down", run: () => go(at - STEP_HZ) },
    { id: "signalUp", run: () => go(sorted.find((one) => one > at + 1)) },
    { id: "signalDown", run: () => go(sorted.findLast((one) => one < at - 1)) },
  ]);
  function onClick({ clientX, currentTarget }: MouseEvent) {
    const { left, width } = currentTarget.getBoundingClientRect();
    const hertz = low + ((clientX - left) / width) * (high - low);
    go([...sorted].sort((one, other) => Math.abs(one - hertz) - Math.abs(other - hertz))[0]);
  }
  return (
    <div className="flex h-10 items-center gap-3 border-b border-line bg-panel px-4 text-soft">
      <span className="whitespace-nowrap">
        Stations{" "}
        <span className="text-ink">
          <KeyOf id="signalDown" /> <KeyOf id="signalUp" />
        </span>
      </span>
      <div
        className="relative h-full min-w-0 flex-1 cursor-pointer overflow-hidden"
        role="img"
        aria-label={`${sorted.length} stations call here, at ${sorted.map((one) => formatFrequency(one)).join(", ")} kHz`}
        onClick={onClick}
      >
        <span className="absolute inset-y-0 w-0.5 -translate-x-1/2 bg-signal" style={{ left: share(at) }} />
        {sorted.map((one) => (
          <span
            key={one}
            className={`absolute top-1.5 bottom-4 w-1.5 -translate-x-1/2 ${Math.abs(one - at) < 200 ? "bg-signal" : "bg-ink"}`}
            style={{ left: share(one) }}
          />
        ))}
        {sorted.map((one) => (
          <span
            key={one}
            className="absolute bottom-0 -translate-x-1/2 font-mono text-tiny leading-none"
            style={{ left: share(one) }}
          >
            {formatFrequency(one).slice(-5)}
          </span>
        ))}
      </div>
    </div>
  );
}
