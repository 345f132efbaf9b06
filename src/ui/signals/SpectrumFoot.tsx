import { bandLabel, formatFrequency } from "@/core/band";
import type { FoundSignal } from "@/core/signal";
import type { BandEntry } from "../airwaves/bandEntries";
import { useValue } from "../kit/valueStore";
import type { HeardStore } from "./heardStore";
import { agoText, signalText } from "./signalText";

/** Where the pointer is. */
export interface Pointer {
  readonly along: number;
  /** So long ago was what it is at, seconds; 0 where it is at the trace. */
  readonly ago: number;
  readonly hertz: number;
}

interface SpectrumFootProps {
  heard: HeardStore;
  pointer: Pointer | null;
  /** The name that the pointer is at. */
  pointed: BandEntry | null;
  activeId: number | null;
  /** The radio is where the receiver does not hear. */
  isAway: boolean;
  band: string;
}

/** What the pointer or the keys are at, in words, or else how many are heard. */
export function SpectrumFoot({ heard, pointer, pointed, activeId, isAway, band }: SpectrumFootProps) {
  const told = useValue(heard, (now) => now);
  const active = told?.signals.find(({ id }) => id === activeId);
  const text =
    told === null
      ? ""
      : pointed !== null
        ? `${pointed.text}, ${formatFrequency(pointed.hertz)} kHz`
        : pointer !== null
          ? pointerText(pointer, told.pointed)
          : active !== undefined
            ? signalText(active, told.at)
            : countText(told.signals, band);
  return (
    <p className="flex h-6 items-center gap-3 border-t border-line px-2 text-tiny text-soft">
      <span className="min-w-0 flex-1 truncate">{text}</span>
      {isAway && <span className="truncate text-wanted">The radio is where this receiver does not hear</span>}
    </p>
  );
}

function pointerText({ hertz, ago }: Pointer, level: number | null): string {
  const at = `${formatFrequency(hertz)} kHz`;
  if (ago > 0) return `${at}, ${agoText(ago)} ago`;
  return level === null ? at : `${at}, ${Math.round(level)} dB over the noise`;
}

function countText(signals: readonly FoundSignal[], band: string): string {
  const where = band === "" ? "" : ` on ${bandLabel(band)}`;
  if (signals.length === 0) return `Nothing stands above the level${where}`;
  return `${signals.length === 1 ? "1 signal" : `${signals.length} signals`} heard${where}`;
}
