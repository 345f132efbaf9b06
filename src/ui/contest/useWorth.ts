"use client";

import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useDeferredValue, useMemo, useReducer } from "react";
import type { z } from "zod";
import { belongsTo, createScoreboard, worthOf } from "@/core/contest";
import { isoOf, secondsOf } from "@/core/contact";
import type { ContestWorth, Entry } from "@/core/contract";
import * as contest from "@/core/contract/endpoints/contest";
import { partKey } from "../entry/contestLine";
import type { Draft } from "../entry/draft";
import { ask } from "../kit/api";
import { useLive } from "../kit/useLive";

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
  const painted = useDeferredValue(asked);
  const isTyped = entry !== null && draft.call.length > 1;
  const { data, refetch, isPlaceholderData } = useQuery({
    queryKey: ["contest", entry?.id, "worth", painted],
    queryFn: ({ signal }) => {
      const query = JSON.parse(painted) as z.input<typeof contest.worthOfTyped.query>;
      return ask(contest.worthOfTyped, { params: { entryId: entry?.id ?? 0 }, query, signal });
    },
    enabled: isTyped,
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

/** The entry's contacts with their score: fetched once, and kept up to date by the live stream; null while not there. */
function useBoard(entry: Entry | null) {
  const [, draw] = useReducer((count: number) => count + 1, 0);
  const depends = entry && [entry.ownCall, entry.siteId, entry.power, entry.bonuses, entry.period];
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
    if (event.type === "reconnected" || (event.type === "manyContacts" && event.logbookId === entry.logbookId))
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
