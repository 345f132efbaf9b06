"use client";

import { useState } from "react";
import { toast } from "sonner";
import type { SavedView } from "@/core/contract";
import { conditionCount, type Layout } from "@/core/view";
import { Button } from "../kit/Button";
import { Field } from "../kit/Field";
import { many } from "../kit/format";
import { Window } from "../kit/Window";
import { useSavedViews } from "../kit/useSaved";

interface ViewsWindowProps {
  logbookId: number;
  layout: Layout;
  onShow: (view: SavedView) => void;
  onClose: () => void;
}

/** The kept views of a logbook: shown, renamed, copied, replaced and removed. */
export function ViewsWindow({ logbookId, layout, onShow, onClose }: ViewsWindowProps) {
  const { items, keep, replace, remove } = useSavedViews(logbookId);
  const [name, setName] = useState("");
  const [renaming, setRenaming] = useState<SavedView | null>(null);
  const problem = keep.error ?? replace.error ?? remove.error;

  function submit() {
    if (renaming !== null && renaming.name.trim() !== "")
      return replace.mutate({ ...renaming, name: renaming.name.trim() }, { onSuccess: () => setRenaming(null) });
    if (name.trim() !== "") keep.mutate({ name: name.trim(), layout }, { onSuccess: () => setName("") });
  }

  return (
    <Window
      title="Views"
      about="Columns, order, widths and filter under a name, for all who use this logbook."
      width={640}
      onClose={onClose}
      onSubmit={submit}
      buttons={<Button onClick={onClose}>Close</Button>}
    >
      <div className="flex items-end gap-2">
        <Field
          label="Keep what the log shows now, as"
          autoFocus
          maxLength={60}
          wrapperClassName="flex-1"
          value={name}
          onChange={({ target }) => setName(target.value)}
        />
        <Button type="submit" look="act" disabled={name.trim() === "" || keep.isPending}>
          Keep
        </Button>
      </div>
      {problem !== null && (
        <p role="alert" className="text-stop">
          {problem.message}
        </p>
      )}
      {items.length === 0 && <p className="text-soft">No view is kept yet.</p>}
      <ul aria-label="Kept views" className="divide-y divide-line">
        {items.map((view) => (
          <li key={view.id} className="flex items-center gap-1 py-1">
            {renaming?.id === view.id ? (
              <input
                aria-label={`New name of ${view.name}`}
                autoFocus
                className="field h-7 flex-1"
                maxLength={60}
                value={renaming.name}
                onChange={({ target }) => setRenaming({ ...renaming, name: target.value })}
              />
            ) : (
              <span className="min-w-0 flex-1 truncate">
                <b className="font-semibold">{view.name}</b>{" "}
                <span className="text-soft">
                  {many(view.layout.columns.length, "column")}
                  {view.layout.filter.of.length > 0 && `, ${many(conditionCount(view.layout.filter), "condition")}`}
                </span>
              </span>
            )}
            <Button small onClick={() => onShow(view)} aria-label={`Show ${view.name}`}>
              Show
            </Button>
            <Button
              small
              look="quiet"
              aria-label={`Rename ${view.name}`}
              onClick={() => (renaming?.id === view.id ? submit() : setRenaming(view))}
            >
              {renaming?.id === view.id ? "Keep" : "Rename"}
            </Button>
            <Button
              small
              look="quiet"
              aria-label={`Copy ${view.name}`}
              onClick={() => keep.mutate({ name: copyName(view.name, items), layout: view.layout })}
            >
              Copy
            </Button>
            <Button
              small
              look="quiet"
              aria-label={`Replace ${view.name} by what is shown now`}
              title="By what the log shows now"
              onClick={() =>
                replace.mutate(
                  { ...view, layout },
                  { onSuccess: () => toast.success(`${view.name} is what is shown now.`) },
                )
              }
            >
              Replace
            </Button>
            <Button
              small
              look="quiet"
              aria-label={`Remove ${view.name}`}
              onClick={() =>
                remove.mutate(view.id, {
                  onSuccess: () =>
                    toast(`The view ${view.name} is removed.`, {
                      action: { label: "Undo", onClick: () => keep.mutate({ name: view.name, layout: view.layout }) },
                    }),
                })
              }
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
    </Window>
  );
}

function copyName(name: string, items: readonly SavedView[]): string {
  const taken = new Set(items.map((item) => item.name.toLowerCase()));
  for (let number = 2; ; number++) {
    const copy = `${name.slice(0, 55)} ${number}`;
    if (!taken.has(copy.toLowerCase())) return copy;
  }
}
