"use client";

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import { bandOfFrequency } from "@/core/band";
import type { ContactPage } from "@/core/contract";
import * as contacts from "@/core/contract/endpoints/contacts";
import { ask } from "../kit/api";
import { useKept } from "../kit/kept";
import { useLive } from "../kit/useLive";
import { useNow } from "../kit/useNow";
import { LASTS_MS, putMarks } from "./marks";

/** What stands at a frequency without being announced: by the operator's own doing, or since it is read there. */
export interface BandMark {
  readonly hertz: number;
  readonly text: string;
  readonly by: "put" | "worked" | "read";
  /** Milliseconds since 1970. */
  readonly at: number;
}

const DAY_MS = 86_400_000;
const MOST_WORKED = 100;

/** What was put on a band, and what was worked there within a day; each call once, the newest first. */
export function useBandMarks(logbookId: number, band: string): readonly BandMark[] {
  const own = useKept(putMarks);
  const client = useQueryClient();
  const queryKey = ["bandMarks", logbookId, band];
  const { data, refetch } = useQuery({
    queryKey,
    queryFn: () => ask(contacts.listContacts, { params: { logbookId }, query: { band, limit: MOST_WORKED } }),
    staleTime: 60_000,
    enabled: band !== "",
  });
  useLive((event) => {
    if (event.type === "manyContacts") void refetch({ cancelRefetch: false });
    if (event.type !== "contacts" || event.logbookId !== logbookId) return;
    const { added, changed, removed } = event;
    const there = [...added, ...changed];
    const gone = new Set([...removed, ...there.map(({ id }) => id)]);
    const here = there.filter((contact) => contact.band === band);
    client.setQueryData<ContactPage>(queryKey, (page) => {
      if (page === undefined || (here.length === 0 && !page.items.some(({ id }) => gone.has(id)))) return page;
      return { ...page, items: [...here, ...page.items.filter(({ id }) => !gone.has(id))].slice(0, MOST_WORKED) };
    });
  });
  const minute = useNow()?.slice(0, 16);
  return useMemo(() => {
    if (minute === undefined) return [];
    const now = Date.parse(`${minute}Z`);
    const worked = new Map<string, BandMark>();
    for (const { call, frequencyHz, startedAt } of data?.items ?? []) {
      const at = Date.parse(startedAt);
      if (frequencyHz === null || now - at > DAY_MS || worked.has(call)) continue;
      worked.set(call, { hertz: frequencyHz, text: call, by: "worked", at });
    }
    const put = own
      .filter(({ hertz, at }) => bandOfFrequency(hertz)?.name === band && now - at < LASTS_MS)
      .map(({ hertz, text, at }): BandMark => ({ hertz, text, by: "put", at }));
    return [...put, ...worked.values()];
  }, [own, data, band, minute]);
}
