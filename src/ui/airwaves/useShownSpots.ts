"use client";

import { useMemo } from "react";
import { type SpotFilter, spotFilterSchema } from "@/core/contract";
import { ApiProblem } from "../kit/api";
import { kept, useKept } from "../kit/kept";
import { useNow } from "../kit/useNow";
import { useLogbook } from "../shell/logbook";
import { useRadio } from "../shell/radio";
import { useLinks } from "../shell/useLinks";
import { EVERY_SPOT, shownSpots } from "./spotFilter";
import { useSpots } from "./useSpots";

export const keptFilter = kept<SpotFilter>(
  "spots",
  EVERY_SPOT,
  () => localStorage,
  (data) => spotFilterSchema.safeParse(data).data ?? null,
);

/** The spots, those of them that are shown, and what there is to say of them. */
export function useShownSpots() {
  const { logbook } = useLogbook();
  const band = useRadio((radio) => radio.band);
  const { spots, loaded, error, refetch } = useSpots(logbook.id);
  const filter = useKept(keptFilter);
  // What is shown changes with minutes.
  const minute = useNow()?.slice(0, 16);
  /** Seconds since 1970 UTC. */
  const now = minute === undefined ? 0 : Date.parse(`${minute}Z`) / 1000;
  const rows = useMemo(() => shownSpots(spots.values(), filter, band, now), [spots, filter, band, now]);
  /** Of all bands: the band map has its own. */
  const ofAllBands = useMemo(
    () => (filter.band === "" ? rows : shownSpots(spots.values(), { ...filter, band: "" }, band, now)),
    [rows, spots, filter, band, now],
  );
  const { links } = useLinks();
  const networks = links.filter(({ role }) => role === "spots");
  const off = isOff(error) ? `${error.message}. What you find by tuning can be put on the ruler` : null;
  return {
    spots,
    rows,
    ofAllBands,
    filter,
    now,
    networks,
    loaded,
    /** Why there are none on purpose. */
    off,
    /** Why they could not be loaded. */
    failed: error === null || loaded || off !== null ? null : error.message,
    refetch,
    /** Where there are none: why. */
    notice: off ?? (error === null ? (networks.length === 0 ? "No spot network is linked yet" : null) : error.message),
  };
}

/** Spots are shut off by the contest that is on. */
function isOff(error: Error | null): error is ApiProblem {
  return error instanceof ApiProblem && error.details.status === 409;
}
