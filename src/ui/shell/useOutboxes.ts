"use client";

import { useQuery } from "@tanstack/react-query";
import type { OutboxState } from "@/core/contract";
import * as confirm from "@/core/contract/endpoints/confirm";
import { ask } from "../kit/api";

const NONE: readonly OutboxState[] = [];

export const outboxesKey = (logbookId: number) => ["outboxes", logbookId] as const;

/** How many contacts wait for each service, kept up to date by the live stream; none until it is known. */
export function useOutboxes(logbookId: number): readonly OutboxState[] {
  const { data } = useQuery({
    queryKey: outboxesKey(logbookId),
    queryFn: () => ask(confirm.outboxes, { params: { logbookId } }),
  });
  return data?.items ?? NONE;
}
