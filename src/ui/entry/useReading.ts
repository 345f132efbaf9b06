"use client";

import { keepPreviousData, useQuery } from "@tanstack/react-query";
import * as logbooks from "@/core/contract/endpoints/logbooks";
import { ask } from "../kit/api";
import { tabId } from "../kit/tabId";
import { useLive } from "../kit/useLive";

/**
 * The reading for a call as it is typed; the last one stays until the next is there. Each key asks at once: an answer
 * takes the server some milliseconds, and an older question is broken off.
 */
export function useReading(logbookId: number, call: string, band: string, mode: string, grid: string, within: number) {
  const asked = { call, band, mode, grid: grid || undefined, within };
  const query = useQuery({
    queryKey: ["reading", logbookId, asked],
    queryFn: ({ signal }) =>
      ask(logbooks.reading, { params: { logbookId }, query: { ...asked, position: tabId() }, signal }),
    enabled: call.length > 1,
    placeholderData: keepPreviousData,
    staleTime: 0,
    gcTime: 10_000,
    retry: false,
  });
  useLive((event) => {
    const listed = event.type === "directory" && event.baseCall === query.data?.place.base;
    const touched = listed || event.type === "contacts" || event.type === "manyContacts";
    if (touched && call.length > 1) void query.refetch({ cancelRefetch: false });
  });
  const known = call.length > 1 && query.error === null ? (query.data ?? null) : null;
  const { refetch } = query;
  return { refetch, reading: known, problem: call.length > 1 ? query.error : null };
}
