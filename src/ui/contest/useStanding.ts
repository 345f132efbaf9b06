"use client";

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import type { Entry, Standing } from "@/core/contract";
import * as contest from "@/core/contract/endpoints/contest";
import { ask } from "../kit/api";
import { useLive } from "../kit/useLive";

const CALM_MS = 250;

/** How an entry stands, kept up to date as contacts come in, from here and from the other positions. */
export function useStanding(entry: Entry | null): Standing | null {
  const client = useQueryClient();
  const key = ["contest", entry?.id, "standing"];
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const { data } = useQuery({
    queryKey: key,
    queryFn: () => ask(contest.standing, { params: { entryId: entry!.id } }),
    enabled: entry !== null,
    refetchInterval: 60_000,
  });
  useLive((event) => {
    if (entry === null || timer.current !== null) return;
    if (event.type !== "contacts" && event.type !== "manyContacts") return;
    if (event.logbookId !== entry.logbookId) return;
    // Several contacts a second are looked at together.
    timer.current = setTimeout(() => {
      timer.current = null;
      void client.invalidateQueries({ queryKey: ["contest", entry.id] });
    }, CALM_MS);
  });
  return entry === null ? null : (data ?? null);
}
