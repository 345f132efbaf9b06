"use client";

import { Filter } from "lucide-react";
import { toast } from "sonner";
import { EMPTY_FILTER, type FilterGroup, SHIPPED_FILTERS } from "@/core/view";
import { DropMenu } from "../kit/DropMenu";
import { useSavedFilters } from "../kit/useSaved";

interface FilterMenuProps {
  logbookId: number;
  setFilter: (filter: FilterGroup) => void;
  /** Asks for a condition. */
  onAdd: () => void;
  /** What it is called to have no filter. */
  noneText: string;
  /** On a narrow screen its name is only for whoever listens. */
  shortens?: boolean;
}

/** The filters that ship and those that are kept, to choose from. */
export function FilterMenu({ logbookId, setFilter, onAdd, noneText, shortens = false }: FilterMenuProps) {
  const filters = useSavedFilters(logbookId);
  const chooseFrom = (items: readonly { readonly name: string; readonly filter: FilterGroup }[]) =>
    items.map(({ name, filter }) => ({ label: name, run: () => setFilter(filter) }));
  return (
    <DropMenu
      label="Filters"
      parts={[
        { title: "Filters", entries: chooseFrom(SHIPPED_FILTERS) },
        { title: "Kept", entries: chooseFrom(filters.items) },
        {
          title: "Remove a kept one",
          entries: filters.items.map(({ id, name, filter }) => ({
            label: `Remove ${name}`,
            run: () =>
              filters.remove.mutate(id, {
                onSuccess: () =>
                  toast(`The filter ${name} is removed.`, {
                    action: { label: "Undo", onClick: () => filters.keep.mutate({ name, filter }) },
                  }),
              }),
          })),
        },
        {
          entries: [
            { label: "Add a condition…", run: onAdd },
            { label: noneText, run: () => setFilter(EMPTY_FILTER) },
          ],
        },
      ]}
    >
      <Filter size={14} aria-hidden /> <span className={shortens ? "@max-[620px]:sr-only" : ""}>Filter</span>
    </DropMenu>
  );
}
