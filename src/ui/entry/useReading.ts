"use client";

import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import type { Reading } from "@/core/contract";
import { api, withQuery } from "../kit/api";
import { useLive } from "../kit/useLive";

const DEBOUNCE_MS = 20;

/** The reading for a call as it is typed; the last one stays until the next is there. */
export function useReading(logbookId: number, call: string, band: string, mode: string, grid: string, within: number) {
  const asked = useDebounced(`${call}\n${band}\n${mode}\n${grid}\n${within}`);
  const [call_ = "", band_ = "", mode_ = "", grid_ = "", within_ = ""] = asked.split("\n");
  const query = useQuery({
    queryKey: ["reading", logbookId, asked],
    queryFn: ({ signal }) =>
      api<Reading>(
        withQuery(`logbooks/${logbookId}/reading`, {
          call: call_,
          band: band_,
          mode: mode_,
          grid: grid_ || undefined,
          within: within_,
        }),
        { signal },
      ),
    enabled: call_.length > 1,
    placeholderData: keepPreviousData,
    staleTime: 0,
    gcTime: 10_000,
    retry: false,
  });
  useLive((event) => {
    const touched = event.type === "contacts" || event.type === "manyContacts";
    if (touched && call_.length > 1) void query.refetch({ cancelRefetch: false });
  });
  const known = call.length > 1 && query.error === null ? (query.data ?? null) : null;
  const { refetch } = query;
  return { refetch, reading: known, problem: call.length > 1 ? query.error : null };
}

function useDebounced(value: string): string {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), DEBOUNCE_MS);
    return () => clearTimeout(timer);
  }, [value]);
  return settled;
}
