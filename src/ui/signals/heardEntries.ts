import type { FoundSignal } from "@/core/signal";
import type { BandEntry } from "../airwaves/bandEntries";

/** What is announced stands on the band to about so much, Hz. */
const ANNOUNCED_HZ = 300;

/** How far something is from a signal: from its middle, or from the nearer edge of what is wide, Hz. */
function farFrom({ hertz, widthHz }: FoundSignal, at: number): number {
  return Math.max(0, Math.abs(hertz - at) - widthHz / 2);
}

/** The signal that something announced at a frequency is heard as, if any: the nearest one. */
export function signalAt(signals: readonly FoundSignal[], hertz: number): FoundSignal | undefined {
  return signals
    .filter((one) => farFrom(one, hertz) <= ANNOUNCED_HZ)
    .sort((a, b) => farFrom(a, hertz) - farFrom(b, hertz) || Math.abs(a.hertz - hertz) - Math.abs(b.hertz - hertz))[0];
}

/** Those of whom something is heard, and what the operator has put there himself. */
export function heardEntries(entries: readonly BandEntry[], signals: readonly FoundSignal[]): BandEntry[] {
  return entries.filter(({ by, isOwn, hertz }) => by === "put" || isOwn || signalAt(signals, hertz) !== undefined);
}

/** Whether all that stands at a signal is not to be worked any more; of who is unknown it is not. */
function isWorked(signal: FoundSignal, signals: readonly FoundSignal[], entries: readonly BandEntry[]): boolean {
  const there = entries.filter(({ hertz }) => signalAt(signals, hertz)?.id === signal.id);
  return there.length > 0 && there.every(({ duplicate }) => duplicate);
}

/**
 * The next signal up or down from a frequency.
 *
 * @param unworkedOf where given, only those at which nobody stands who was worked
 */
export function nextSignal(
  signals: readonly FoundSignal[],
  hertz: number,
  by: 1 | -1,
  unworkedOf: readonly BandEntry[] | null = null,
): FoundSignal | undefined {
  return signals
    .filter((one) => (one.hertz - hertz) * by > one.widthHz / 2 + SAME_HZ)
    .filter((one) => unworkedOf === null || !isWorked(one, signals, unworkedOf))
    .sort((a, b) => (a.hertz - b.hertz) * by)[0];
}

/** So near to a signal one is on it, Hz. */
const SAME_HZ = 20;
