"use client";

import { type QueryClient, useQuery } from "@tanstack/react-query";
import type { Link, LiveEvent } from "@/core/contract";
import * as links from "@/core/contract/endpoints/links";
import { ask } from "../kit/api";

const KEY = ["links"] as const;
const NONE: readonly Link[] = [];

/** The links and how each is getting on, kept up to date by the live stream; what radios say from moment to moment is not in it. */
export function useLinks() {
  const { data, error, refetch } = useQuery({ queryKey: KEY, queryFn: () => ask(links.links), staleTime: Infinity });
  return { links: data?.items ?? NONE, loaded: data !== undefined, error, refetch };
}

/** Takes in what the live stream says of a link. */
export function takeLinkEvent(client: QueryClient, { linkId, link }: Extract<LiveEvent, { type: "link" }>): void {
  if (link === undefined) return;
  client.setQueryData<{ items: Link[] }>(KEY, (data) => {
    if (data === undefined) return data;
    const others = data.items.filter(({ id }) => id !== linkId);
    return { items: link === null ? others : [...others, link].sort((a, b) => a.id - b.id) };
  });
}
