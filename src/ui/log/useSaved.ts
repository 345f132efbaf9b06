"use client";

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import type { SavedFilter, SavedView } from "@/core/contract";
import { api } from "../kit/api";

interface Kept {
  readonly filters: SavedFilter;
  readonly views: SavedView;
}

/** Filters or views kept under names in a logbook, and how they are kept, changed and removed. */
export function useSaved<Kind extends keyof Kept>(logbookId: number, kind: Kind) {
  type Item = Kept[Kind];
  const path = `logbooks/${logbookId}/${kind}`;
  const client = useQueryClient();
  const queryKey = ["saved", kind, logbookId];
  const { data } = useQuery({ queryKey, queryFn: () => api<{ items: Item[] }>(path) });
  const onSuccess = () => client.invalidateQueries({ queryKey });
  const keep = useMutation({
    mutationFn: (json: Omit<Item, "id">) => api<Item>(path, { method: "POST", json }),
    onSuccess,
  });
  const replace = useMutation({
    mutationFn: ({ id, ...json }: Item) => api<Item>(`${path}/${id}`, { method: "PUT", json }),
    onSuccess,
  });
  const remove = useMutation({
    mutationFn: (id: number) => api(`${path}/${id}`, { method: "DELETE" }),
    onSuccess,
  });
  return { items: data?.items ?? [], keep, replace, remove };
}
