"use client";

import { useQuery } from "@tanstack/react-query";
import type { Entry } from "@/core/contract";
import * as contest from "@/core/contract/endpoints/contest";
import { ask } from "../kit/api";

/** A logbook's entries into contests, the newest first. */
export function useEntries(logbookId: number) {
  return useQuery({
    queryKey: ["contest", "entries", logbookId],
    queryFn: () => ask(contest.entries, { params: { logbookId } }),
  });
}

/** The entry that contacts go into; null when no contest is on, undefined while it is not known. */
export function useEntryOn(logbookId: number): Entry | null | undefined {
  const { data } = useEntries(logbookId);
  return data === undefined ? undefined : (data.items.find(({ on }) => on) ?? null);
}
