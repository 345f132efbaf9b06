"use client";

import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { ENTITIES_AWARD, movedTable } from "@/core/award";
import type { AwardTable } from "@/core/contract";
import * as awards from "@/core/contract/endpoints/awards";
import { ask } from "../kit/api";
import { withNews } from "../kit/useLive";
import { tablesKey } from "./awardKeys";

/** An award of a logbook: fetched once, and kept up to date by the live stream (`movedTable`). */
export function useAwardTable(logbookId: number, award: string) {
  return useQuery({
    queryKey: [...tablesKey(logbookId), award],
    queryFn: () =>
      withNews<AwardTable>(
        () => ask(awards.award, { params: { logbookId, award } }),
        (table, event) => {
          if (event.type !== "contacts" && event.type !== "slots") return table;
          return event.slots === null ? null : movedTable(table, event.slots, event.upTo);
        },
      ),
    staleTime: Infinity,
  });
}

/** The slots of each entity by its code; null until they are known. */
export function useEntitySlots(logbookId: number) {
  const { data, error } = useAwardTable(logbookId, ENTITIES_AWARD.id);
  const slots = useMemo(() => {
    if (data === undefined) return null;
    const slots = new Map<number, AwardTable["slots"]>();
    for (const slot of data.slots) slots.set(Number(slot.item), [...(slots.get(Number(slot.item)) ?? []), slot]);
    return slots;
  }, [data]);
  return { slots, error };
}
