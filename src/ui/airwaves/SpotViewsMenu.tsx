"use client";

import { useState } from "react";
import { toast } from "sonner";
import type { SpotFilter } from "@/core/contract";
import { useActions } from "../kit/actions";
import { DropMenu } from "../kit/DropMenu";
import { NameWindow } from "../kit/NameWindow";
import { useSavedSpotViews } from "../kit/useSaved";
import { useLogbook } from "../shell/logbook";
import { EVERY_SPOT } from "./spotFilter";

/** Views that come with the application. */
const SHIPPED: readonly { readonly name: string; readonly filter: SpotFilter }[] = [
  { name: "Everything", filter: EVERY_SPOT },
  { name: "What I need and can hear", filter: { ...EVERY_SPOT, worth: "needed", chance: "fair" } },
  { name: "The band I am on", filter: { ...EVERY_SPOT, band: "here", order: "frequency", descending: false } },
  { name: "Just announced", filter: { ...EVERY_SPOT, minutes: 5, order: "age" } },
];

interface SpotViewsMenuProps {
  filter: SpotFilter;
  setFilter: (filter: SpotFilter) => void;
}

/** Views of the spots, which are filters and orders under names: one is taken, or what is shown now is kept. */
export function SpotViewsMenu({ filter, setFilter }: SpotViewsMenuProps) {
  const { logbook } = useLogbook();
  const { items, keep, replace, remove } = useSavedSpotViews(logbook.id);
  const [naming, setNaming] = useState(false);
  const chosen = items.find((view) => isSame(view.filter, filter));
  useActions([
    { id: "keepSpotView", label: "Keep what is shown of the spots under a name", run: () => setNaming(true) },
  ]);

  function keepAs(name: string) {
    const before = items.find((view) => view.name.toLowerCase() === name.toLowerCase());
    const done = {
      onSuccess: () => {
        setNaming(false);
        toast.success(`The view is kept as ${name}.`);
      },
    };
    if (before === undefined) keep.mutate({ name, filter }, done);
    else replace.mutate({ id: before.id, name, filter }, done);
  }
  function takeOff(id: number, name: string, of: SpotFilter) {
    remove.mutate(id, {
      onSuccess: () =>
        void toast(`${name} is removed.`, {
          action: { label: "Undo", onClick: () => keep.mutate({ name, filter: of }) },
        }),
      onError: (error) => toast.error(error.message),
    });
  }
  const entry = (view: { readonly name: string; readonly filter: SpotFilter }) => ({
    label: view.name,
    run: () => setFilter(view.filter),
    chosen: isSame(view.filter, filter),
  });

  return (
    <>
      <DropMenu
        label="Views of the spots"
        parts={[
          { entries: SHIPPED.map(entry) },
          { title: "Kept", entries: items.map(entry) },
          {
            entries: [
              { label: "Keep this view", run: () => setNaming(true) },
              ...(chosen === undefined
                ? []
                : [
                    {
                      label: `Remove ${chosen.name}`,
                      run: () => takeOff(chosen.id, chosen.name, chosen.filter),
                    },
                  ]),
            ],
          },
        ]}
      >
        View
      </DropMenu>
      {naming && (
        <NameWindow
          title="Keep the view of the spots"
          start={chosen?.name ?? ""}
          problem={(keep.error ?? replace.error)?.message}
          onClose={() => setNaming(false)}
          onName={keepAs}
        />
      )}
    </>
  );
}

function isSame(a: SpotFilter, b: SpotFilter): boolean {
  return (Object.keys(EVERY_SPOT) as (keyof SpotFilter)[]).every((key) => a[key] === b[key]);
}
