"use client";

import { useEffect } from "react";
import { z } from "zod";
import { toast } from "sonner";
import { bandOfFrequency } from "@/core/band";
import { useActions } from "../kit/actions";
import { useRadio, useTuning } from "../shell/radio";
import { kept } from "../kit/kept";
import { moved, NO_PLACES, type Places, stayed } from "./places";

/** Who is at a frequency for so long has been there, milliseconds. */
const STAY_MS = 2500;

const placesSchema = z
  .object({ visited: z.array(z.number()).max(40), at: z.int().min(-1) })
  .refine(({ visited, at }) => at < visited.length);

/** Where this window was. */
export const places = kept<Places>(
  "places",
  NO_PLACES,
  () => sessionStorage,
  (data) => placesSchema.safeParse(data).data ?? null,
);

/** Keeps where one was, and goes back there and forth. */
export function PlaceKeeper() {
  const hertz = useRadio((radio) => radio.frequencyHz);
  const tuning = useTuning();
  useEffect(() => {
    if (hertz === null) return;
    const timer = setTimeout(() => places.set(stayed(places.get(), hertz)), STAY_MS);
    return () => clearTimeout(timer);
  }, [hertz]);

  function go(by: 1 | -1) {
    const now = tuning.now().frequencyHz;
    // What one leaves is a place as well, however short one was there.
    const from = by === -1 && now !== null ? stayed(places.get(), now) : places.get();
    const next = moved(from, by);
    if (next === null) return void toast(by === -1 ? "There is no place before this one." : "This is the last place.");
    places.set(next);
    const to = next.visited[next.at]!;
    const band = bandOfFrequency(to);
    if (band !== undefined) tuning.set({ frequencyHz: to, band: band.name });
  }
  useActions([
    { id: "placeBack", run: () => go(-1) },
    { id: "placeForth", run: () => go(1) },
  ]);
  return null;
}
