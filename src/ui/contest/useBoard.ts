"use client";

import { useQuery } from "@tanstack/react-query";
import { useMemo, useReducer } from "react";
import { secondsOf } from "@/core/contact";
import { belongsTo, createScoreboard, type Scoreboard } from "@/core/contest";
import type { Entry } from "@/core/contract";
import * as contest from "@/core/contract/endpoints/contest";
import { ask } from "../kit/api";
import { useLive } from "../kit/useLive";

/** The entry's contacts with their score: fetched once, and kept up to date by the live stream; null while not there. */
export function useBoard(entry: Entry | null): Scoreboard | null {
  const [, draw] = useReducer((count: number) => count + 1, 0);
  const depends = entry && [
    entry.ownCall,
    entry.siteId,
    entry.power,
    entry.bonuses,
    entry.category,
    entry.sent,
    entry.period,
  ];
  const { data, refetch } = useQuery({
    queryKey: ["contestBoard", entry?.id, depends],
    queryFn: () => ask(contest.board, { params: { entryId: entry?.id ?? 0 } }),
    enabled: entry !== null,
    staleTime: Infinity,
    // What was fetched does not have what the board was told since: whoever comes back fetches it anew.
    gcTime: 0,
  });
  const rules = entry?.rules;
  const board = useMemo(() => {
    if (data?.contacts == null || rules === undefined) return null;
    const made = createScoreboard(rules, data.entrant);
    for (const contact of data.contacts) made.put(contact);
    return made;
  }, [data, rules]);

  useLive((event) => {
    if (entry === null) return;
    if (event.type === "missed" || (event.type === "manyContacts" && event.logbookId === entry.logbookId))
      return void refetch();
    if (event.type !== "contacts" || event.logbookId !== entry.logbookId) return;
    // What is on its way may be without it.
    if (data === undefined) return void refetch();
    if (board === null || event.upTo <= data.upTo) return;
    for (const id of event.removed) board.remove(id);
    for (const contact of [...event.added, ...event.changed]) {
      const facts = { ...contact, startedAt: secondsOf(contact.startedAt) };
      if (belongsTo(entry, facts)) board.put(facts);
      else board.remove(contact.id);
    }
    draw();
  });
  return board;
}
