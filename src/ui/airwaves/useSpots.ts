"use client";

import { useQuery, useQueryClient } from "@tanstack/react-query";
import type { SpotView } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/spots";
import { ask } from "../kit/api";
import { type Heard, useLive, withNews } from "../kit/useLive";

type Spots = ReadonlyMap<number, SpotView>;
const NONE: Spots = new Map();

/** What spot networks announce, kept up to date by the live stream. */
export function useSpots(logbookId: number) {
  const client = useQueryClient();
  const queryKey = ["spots", logbookId];
  const merged = (before: Spots, event: Heard) => mergedSpots(before, logbookId, event);
  const { data, error, refetch } = useQuery<Spots>({
    queryKey,
    queryFn: () =>
      withNews<Spots>(async () => {
        const { items } = await ask(endpoints.spots, { params: { logbookId } });
        return new Map(items.map((spot) => [spot.id, spot]));
      }, merged),
    // What came while nobody looked was not heard here.
    staleTime: 0,
    structuralSharing: false,
  });
  useLive((event) => {
    // What came between the answer and the stream was not heard; an entry that is turned on may shut spots off.
    if (event.type === "opened" || (event.type === "contest" && event.what === "entry")) void refetch();
    if (event.type === "spots") client.setQueryData<Spots>(queryKey, (before) => before && merged(before, event));
  });
  return {
    spots: error === null ? (data ?? NONE) : NONE,
    loaded: data !== undefined && error === null,
    error,
    refetch,
  };
}

function mergedSpots(before: Spots, logbookId: number, event: Heard): Spots {
  if (event.type !== "spots" || event.logbookId !== logbookId) return before;
  const after = new Map(before);
  for (const id of event.gone) after.delete(id);
  for (const spot of event.spots) after.set(spot.id, spot);
  return after;
}
