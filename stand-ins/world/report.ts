import type { AirMode } from "./operators";

/** What is said of a signal: in FT8 how far it is over the noise, elsewhere readability and strength. */
export function reportFor(over: number, mode: AirMode): string {
  if (mode === "FT8") {
    const decibels = Math.round(Math.max(-24, Math.min(30, over)));
    return `${decibels < 0 ? "-" : "+"}${String(Math.abs(decibels)).padStart(2, "0")}`;
  }
  const strength = Math.max(3, Math.min(9, 4 + Math.floor(over / 6)));
  return mode === "SSB" || mode === "FM" ? `5${strength}` : `5${strength}9`;
}
