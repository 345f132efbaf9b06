"use client";

import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import type { EntityTable } from "@/core/contract";
import * as logbooks from "@/core/contract/endpoints/logbooks";
import { ask } from "../kit/api";

/** The entities award of a logbook: fetched once, and kept up to date by the live stream (`movedTable`). */
export function useEntityTable(logbookId: number) {
  const { data, error, refetch } = useQuery({
    queryKey: tableKey(logbookId),
    queryFn: () => ask(logbooks.entityAward, { params: { logbookId } }),
    staleTime: Infinity,
  });
  const byEntity = useMemo(() => {
    if (data === undefined) return null;
    const slots = new Map<number, EntityTable["slots"]>();
    for (const slot of data.slots) slots.set(slot.entityCode, [...(slots.get(slot.entityCode) ?? []), slot]);
    return slots;
  }, [data]);
  return { data, byEntity, error, refetch };
}

export function tableKey(logbookId: number) {
  return ["entities", logbookId] as const;
}
