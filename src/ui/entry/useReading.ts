"use client";

import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useDeferredValue, useMemo } from "react";
import { baseCall } from "@/core/callsign";
import { secondsOf } from "@/core/contact";
import type { Logbook, Reading, StationReading } from "@/core/contract";
import * as calls from "@/core/contract/endpoints/calls";
import * as logbooks from "@/core/contract/endpoints/logbooks";
import { exceptionsFrom, readingOf } from "@/core/reading";
import { useEntitySlots } from "../awards/useAwardTable";
import { ask } from "../kit/api";
import { tabId } from "../kit/tabId";
import { useLive } from "../kit/useLive";
import { useNow } from "../kit/useNow";

/** A reading as the page has it: what the log and the directory have of the station may be still to come. */
export type PageReading = Omit<Reading, "station" | "directory" | "followed"> & {
  readonly duplicate: boolean;
  readonly station: StationReading | null;
  /** What it is worth for each award that is followed; null until that is known. */
  readonly followed: Reading["followed"] | null;
};

interface Typed {
  readonly call: string;
  readonly band: string;
  readonly mode: string;
  readonly grid: string;
  readonly within: number;
}

/**
 * The reading for a call as it is typed, computed here with each key: who, where and worth are there at once, and what
 * the log and the directory have of the station comes by request and fills its places.
 */
export function useReading(logbook: Logbook, { call, band, mode, grid, within }: Typed) {
  const typed = call.length > 1;
  const base = baseCall(call);
  // To begin a request takes longer than the reading does: it comes after that is painted.
  const onAir = JSON.stringify(typed ? { call: call.trim(), band, mode, ...(grid === "" ? {} : { grid }) } : null);
  const painted = useDeferredValue(onAir);
  const now = useNow();
  const { slots, error: uncounted } = useEntitySlots(logbook.id);
  const { data: exceptions, error: unread } = useQuery({
    queryKey: ["exceptions"],
    queryFn: () => ask(calls.exceptions),
    select: ({ items }) => exceptionsFrom(items),
  });
  const query = useQuery({
    queryKey: ["station", logbook.id, painted],
    queryFn: ({ signal }) => {
      const { call: asked, ...where } = JSON.parse(painted) as Omit<Typed, "within">;
      const params = { logbookId: logbook.id, call: asked };
      return ask(logbooks.station, { params, query: { position: tabId(), ...where }, signal });
    },
    enabled: painted !== "null",
    placeholderData: keepPreviousData,
    staleTime: 0,
    gcTime: 10_000,
    retry: false,
  });
  const { data, error, refetch, isPlaceholderData } = query;
  useLive((event) => {
    const listed = event.type === "directory" && event.baseCall === base;
    const touched = listed || event.type === "contacts" || event.type === "manyContacts";
    // An answer that is on its way may be older than this; while many contacts come there is no end of that.
    if (touched && typed) void refetch({ cancelRefetch: event.type !== "manyContacts" });
  });
  const station = data?.base === base ? data : null;
  const followed = station !== null && !isPlaceholderData && painted === onAir ? station.followed : null;
  const ownGrid = logbook.site.grid;
  const reading = useMemo((): PageReading | null => {
    if (!typed || now === null || slots === null || exceptions === undefined) return null;
    const asked = { call, band, mode, grid: grid || undefined, within };
    const slotsOf = (code: number) => slots.get(code) ?? [];
    return { ...readingOf(asked, { now: secondsOf(now), ownGrid, exceptions, slotsOf, station }), station, followed };
  }, [typed, call, band, mode, grid, within, now, slots, exceptions, ownGrid, station, followed]);
  return { refetch, reading, problem: typed ? (error ?? uncounted ?? unread) : null };
}
