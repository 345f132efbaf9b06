import { useState } from "react";
import { toast } from "sonner";
import { type FoundSignal, placesWith, type ReadPlace, TOO_MANY_BY_HAND } from "@/core/signal";
import { useKept } from "../kit/kept";
import { useTuning } from "../shell/radio";
import { keptPicture } from "./keptPicture";
import type { LinesShown } from "./readMarks";
import { readHere } from "./receiverText";
import { byHandAt, readPlaceOf } from "./textEntries";

/**
 * Reads signals and places by hand, whatever is found there.
 *
 * @param receiverId of the receiver that is read on the server; null where what is heard is read here
 */
export function useReadHere(receiverId: number | null, lines: LinesShown) {
  const tuning = useTuning();
  const { reads } = useKept(keptPicture);
  /** Those that are read here. */
  const [places, setPlaces] = useState<readonly ReadPlace[]>([]);

  function readPlace(place: ReadPlace, on: boolean): void {
    if (!reads) keptPicture.set({ ...keptPicture.get(), reads: true });
    if (receiverId !== null) return readHere(receiverId, place, on);
    const next = placesWith(places, place, on);
    if (next === null) return void toast.error(TOO_MANY_BY_HAND, { id: "readHere" });
    setPlaces(next);
  }
  /** Reads a signal, or a place; again no more. */
  function turnReading(signal: FoundSignal | undefined, hertz: number): void {
    const place = readPlaceOf(signal === undefined || signal.kind === "wide" ? null : signal, hertz, tuning.now().mode);
    readPlace(place, byHandAt(lines.get(), place) === undefined);
  }
  return { places, readPlace, turnReading };
}
