"use client";

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import type { LiveEvent, SpotView } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/spots";
import { ask } from "../kit/api";
import { useLive } from "../kit/useLive";

type Spots = ReadonlyMap<number, SpotView>;
type News = Extract<LiveEvent, { type: "spots" }>;
const NONE: Spots = new Map();

/** What spot networks announce, kept up to date by the live stream. */
export function useSpots(logbookId: number) {
  const client = useQueryClient();
  const queryKey = ["spots", logbookId];
  /** What came while an answer, which may be older, was on its way. */
  const meanwhile = useRef<News[] | null>(null);
  const { data, error, refetch } = useQuery<Spots>({
    queryKey,
    queryFn: async () => {
      const news: News[] = (meanwhile.current = []);
      const { items } = await ask(endpoints.spots, { params: { logbookId } });
      meanwhile.current = null;
      return news.reduce(merged, new Map(items.map((spot) => [spot.id, spot])) as Spots);
    },
    // What came while nobody looked was not heard here.
    staleTime: 0,
    structuralSharing: false,
  });
  useLive((event) => {
    // What came between the answer and the stream was not heard; an entry that is turned on may shut spots off.
    if (event.type === "opened" || event.type === "reconnected" || (event.type === "contest" && event.what === "entry"))
      void refetch();
    if (event.type !== "spots" || event.logbookId !== logbookId) return;
    meanwhile.current?.push(event);
    client.setQueryData<Spots>(queryKey, (before) => before && merged(before, event));
  });
  return {
    spots: error === null ? (data ?? NONE) : NONE,
    loaded: data !== undefined && error === null,
    error,
    refetch,
  };
}

function merged(before: Spots, { spots, gone }: News): Spots {
  const after = new Map(before);
  for (const id of gone) after.delete(id);
  for (const spot of spots) after.set(spot.id, spot);
  return after;
}
