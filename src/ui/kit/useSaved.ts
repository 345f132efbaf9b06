"use client";

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import type { SavedFilter, SavedSpotView, SavedView } from "@/core/contract";
import { filters, spotViews, views } from "@/core/contract/endpoints/saved";
import { ask } from "./api";

/** Filters kept under names in a logbook, and how they are kept, changed and removed. */
export function useSavedFilters(logbookId: number) {
  const params = { logbookId };
  return useShelf<SavedFilter>(["saved", "filters", logbookId], {
    list: () => ask(filters.list, { params }),
    keep: (body) => ask(filters.keep, { params, body }),
    replace: ({ id, ...body }) => ask(filters.replace, { params: { logbookId, savedId: id }, body }),
    remove: (savedId) => ask(filters.remove, { params: { logbookId, savedId } }),
  });
}

/** Views kept under names in a logbook, and how they are kept, changed and removed. */
export function useSavedViews(logbookId: number) {
  const params = { logbookId };
  return useShelf<SavedView>(["saved", "views", logbookId], {
    list: () => ask(views.list, { params }),
    keep: (body) => ask(views.keep, { params, body }),
    replace: ({ id, ...body }) => ask(views.replace, { params: { logbookId, savedId: id }, body }),
    remove: (savedId) => ask(views.remove, { params: { logbookId, savedId } }),
  });
}

/** Views of spots kept under names in a logbook, and how they are kept, changed and removed. */
export function useSavedSpotViews(logbookId: number) {
  const params = { logbookId };
  return useShelf<SavedSpotView>(["saved", "spotViews", logbookId], {
    list: () => ask(spotViews.list, { params }),
    keep: (body) => ask(spotViews.keep, { params, body }),
    replace: ({ id, ...body }) => ask(spotViews.replace, { params: { logbookId, savedId: id }, body }),
    remove: (savedId) => ask(spotViews.remove, { params: { logbookId, savedId } }),
  });
}

interface Shelf<Item> {
  readonly list: () => Promise<{ readonly items: readonly Item[] }>;
  readonly keep: (item: Omit<Item, "id">) => Promise<Item>;
  readonly replace: (item: Item) => Promise<Item>;
  readonly remove: (id: number) => Promise<unknown>;
}

function useShelf<Item>(queryKey: readonly unknown[], shelf: Shelf<Item>) {
  const client = useQueryClient();
  const { data } = useQuery({ queryKey, queryFn: shelf.list });
  const onSuccess = () => client.invalidateQueries({ queryKey });
  const keep = useMutation({ mutationFn: shelf.keep, onSuccess });
  const replace = useMutation({ mutationFn: shelf.replace, onSuccess });
  const remove = useMutation({ mutationFn: shelf.remove, onSuccess });
  return { items: data?.items ?? [], keep, replace, remove };
}
