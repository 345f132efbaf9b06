"use client";

import { useQuery, useQueryClient } from "@tanstack/react-query";
import type { Link } from "@/core/contract";
import * as links from "@/core/contract/endpoints/links";
import { ask } from "../kit/api";
import { type Heard, useLive, withNews } from "../kit/useLive";

type Links = { readonly items: Link[] };

const KEY = ["links"] as const;
const NONE: readonly Link[] = [];

/** The links and how each is getting on, kept up to date by the live stream; what radios say from moment to moment is not in it. */
export function useLinks() {
  const { data, error, refetch } = useQuery({
    queryKey: KEY,
    queryFn: () => withNews<Links>(() => ask(links.links), mergedLinks),
    staleTime: Infinity,
  });
  return { links: data?.items ?? NONE, loaded: data !== undefined, error, refetch };
}

/** Keeps the links up to date; once for the page. */
export function useFreshLinks(): void {
  const client = useQueryClient();
  useLive((event) => {
    // What came between the answer and the stream was not heard.
    if (event.type === "opened") void client.invalidateQueries({ queryKey: KEY });
    if (event.type === "link" && event.link !== undefined)
      client.setQueryData<Links>(KEY, (before) => before && mergedLinks(before, event));
  });
}

function mergedLinks(before: Links, event: Heard): Links {
  if (event.type !== "link") return before;
  const { linkId, link, news } = event;
  const others = before.items.filter(({ id }) => id !== linkId);
  const last = link === undefined ? before.items.find(({ id }) => id === linkId) : link;
  if (last == null) return { items: others };
  const radio =
    news?.is === "radio" && last.radio != null
      ? { ...last.radio, state: { ...last.radio.state, ...news.change } }
      : last.radio;
  return { items: [...others, { ...last, radio }].sort((a, b) => a.id - b.id) };
}
