"use client";

import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useDeferredValue, useMemo } from "react";
import type { z } from "zod";
import { worthOf } from "@/core/contest";
import { isoOf, secondsOf } from "@/core/contact";
import type { ContestWorth, Entry } from "@/core/contract";
import * as contest from "@/core/contract/endpoints/contest";
import { partKey } from "../entry/contestLine";
import type { Draft } from "../entry/draft";
import { ask } from "../kit/api";
import { useLive } from "../kit/useLive";
import { useBoard } from "./useBoard";

/**
 * What a contact would be worth as it is typed. Where the entry's contacts are few enough to be kept here, it is worked
 * out with each key, and what the log knows of the station comes by request; otherwise all of it does.
 */
export function useWorth(
  entry: Entry | null,
  draft: Draft,
  band: string,
  mode: string,
  now: string | null,
): ContestWorth | null {
  const board = useBoard(entry);
  const typed = useMemo(() => typedParts(draft), [draft]);
  const at = draft.past === null ? undefined : isoOf(draft.past);
  const asked = JSON.stringify({ call: draft.call, band, mode, typed: JSON.stringify(typed), at });
  // To begin a request takes longer than to work it out here: it comes after that is painted.
  const isTyped = entry !== null && draft.call.length > 1;
  const painted = useDeferredValue(isTyped ? asked : null);
  const { data, refetch, isPlaceholderData } = useQuery({
    queryKey: ["contest", entry?.id, "worth", painted],
    queryFn: ({ signal }) => {
      const query = JSON.parse(painted!) as z.input<typeof contest.worthOfTyped.query>;
      return ask(contest.worthOfTyped, { params: { entryId: entry?.id ?? 0 }, query, signal });
    },
    enabled: painted !== null,
    placeholderData: keepPreviousData,
    staleTime: 0,
    gcTime: 10_000,
    retry: false,
  });
  useLive((event) => {
    if (event.type === "contacts" && isTyped) void refetch({ cancelRefetch: false });
  });
  if (!isTyped) return null;
  if (data !== undefined && !isPlaceholderData && painted === asked) return data;
  const moment = at ?? now;
  if (board === null || moment === null) return data ?? null;
  return worthOf(entry.rules, board, { call: draft.call, band, mode, typed, at: secondsOf(moment) }, null);
}

function typedParts({ more }: Draft): Record<string, string> {
  const prefix = partKey("");
  return Object.fromEntries(
    Object.entries(more)
      .filter(([key, value]) => key.startsWith(prefix) && value !== "")
      .map(([key, value]) => [key.slice(prefix.length), value]),
  );
}
