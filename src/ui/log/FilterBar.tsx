"use client";

import { Plus, X } from "lucide-react";
import { useState } from "react";
import { toast } from "sonner";
import { type Condition, conditionText, EMPTY_FILTER, type FilterGroup, isGroup } from "@/core/view";
import { useActions } from "../kit/actions";
import { Button } from "../kit/Button";
import { NameWindow } from "../kit/NameWindow";
import { ConditionWindow } from "./ConditionWindow";
import { addedTo, changedAt, type Path, withJoinTurned } from "./filterTree";
import { useSavedFilters } from "../kit/useSaved";

interface FilterBarProps {
  logbookId: number;
  filter: FilterGroup;
  setFilter: (filter: FilterGroup) => void;
  /** The condition that is being added or changed. */
  editing: EditedCondition | null;
  setEditing: (editing: EditedCondition | null) => void;
}

export type EditedCondition = { readonly into: Path } | { readonly at: Path; readonly condition: Condition };

/** The filter as chips: each is changed by a click on it, and removed by its cross. */
export function FilterBar({ logbookId, filter, setFilter, editing, setEditing }: FilterBarProps) {
  const [naming, setNaming] = useState(false);
  const { keep } = useSavedFilters(logbookId);
  useActions([
    { id: "addCondition", run: () => setEditing({ into: [] }) },
    { id: "clearFilter", label: "Show the whole log, without a filter", run: () => setFilter(EMPTY_FILTER) },
    {
      id: "keepFilter",
      label: "Keep the filter under a name",
      run: () => (filter.of.length === 0 ? void toast("There is no filter to keep.") : setNaming(true)),
    },
  ]);

  function done(condition: Condition) {
    if (editing === null) return;
    setFilter(
      "into" in editing ? addedTo(filter, editing.into, condition) : changedAt(filter, editing.at, () => condition),
    );
    setEditing(null);
  }

  return (
    <>
      {filter.of.length > 0 && (
        <div
          role="group"
          aria-label="Filter"
          className="flex max-h-24 flex-wrap items-center gap-1.5 overflow-auto border-t border-line bg-raised px-4 py-1.5"
        >
          <Group
            group={filter}
            path={[]}
            onEdit={(at, condition) => setEditing({ at, condition })}
            onAdd={(into) => setEditing({ into })}
            onChange={(path, change) =>
              setFilter(
                path.length === 0
                  ? ((change(filter) as FilterGroup | null) ?? EMPTY_FILTER)
                  : changedAt(filter, path, change),
              )
            }
          />
          <span className="flex-1" />
          <Button small look="quiet" onClick={() => setNaming(true)}>
            Keep
          </Button>
          <Button small look="quiet" onClick={() => setFilter(EMPTY_FILTER)}>
            Clear
          </Button>
        </div>
      )}
      {editing !== null && (
        <ConditionWindow
          condition={"at" in editing ? editing.condition : null}
          onDone={done}
          onClose={() => setEditing(null)}
        />
      )}
      {naming && (
        <NameWindow
          title="Keep the filter"
          start=""
          problem={keep.error?.message}
          onClose={() => setNaming(false)}
          onName={(name) =>
            keep.mutate(
              { name, filter },
              {
                onSuccess: () => {
                  setNaming(false);
                  toast.success(`The filter is kept as ${name}.`);
                },
              },
            )
          }
        />
      )}
    </>
  );
}

interface GroupProps {
  group: FilterGroup;
  path: Path;
  onEdit: (path: Path, condition: Condition) => void;
  onAdd: (into: Path) => void;
  onChange: (path: Path, change: (item: Condition | FilterGroup) => Condition | FilterGroup | null) => void;
}

function Group({ group, path, onEdit, onAdd, onChange }: GroupProps) {
  const turn = () => onChange(path, (item) => (isGroup(item) ? withJoinTurned(item) : item));
  return (
    <>
      {group.of.map((item, index) => {
        const at = [...path, index];
        return (
          <span key={index} className="contents">
            {index > 0 && (
              <button
                type="button"
                title="All must hold, or any: a click turns it"
                onClick={turn}
                className="rounded-field px-1 text-soft hover:text-signal"
              >
                {group.join === "all" ? "and" : "or"}
              </button>
            )}
            {isGroup(item) ? (
              <span className="flex flex-wrap items-center gap-1.5 rounded-field border border-edge px-1.5 py-0.5">
                <Group group={item} path={at} onEdit={onEdit} onAdd={onAdd} onChange={onChange} />
              </span>
            ) : (
              <Chip
                condition={item}
                onEdit={() => onEdit(at, item)}
                onRemove={() => onChange(at, () => null)}
                onSplit={
                  path.length < 3
                    ? () => onChange(at, (one) => ({ join: group.join === "all" ? "any" : "all", of: [one] }))
                    : undefined
                }
              />
            )}
          </span>
        );
      })}
      <button
        type="button"
        aria-label={path.length === 0 ? "Add a condition" : "Add a condition to the group"}
        title={path.length === 0 ? "Add a condition" : "Add a condition to the group"}
        onClick={() => onAdd(path)}
        className="grid size-6 place-items-center rounded-field text-soft hover:bg-signal-wash hover:text-signal"
      >
        <Plus size={14} aria-hidden />
      </button>
    </>
  );
}

interface ChipProps {
  condition: Condition;
  onEdit: () => void;
  onRemove: () => void;
  onSplit: (() => void) | undefined;
}

function Chip({ condition, onEdit, onRemove, onSplit }: ChipProps) {
  const text = conditionText(condition);
  return (
    <span className="group flex h-6 items-center rounded-field border border-line bg-panel">
      <button type="button" title="Change it" onClick={onEdit} className="max-w-80 truncate px-2 hover:text-signal">
        {text}
      </button>
      {onSplit !== undefined && (
        <button
          type="button"
          aria-label={`Make a group of: ${text}`}
          title="Make a group of it"
          onClick={onSplit}
          className="hidden px-1 font-mono text-soft group-focus-within:block group-hover:block hover:text-signal"
        >
          ( )
        </button>
      )}
      <button
        type="button"
        aria-label={`Remove: ${text}`}
        title="Remove it"
        onClick={onRemove}
        className="grid h-full w-6 place-items-center text-soft hover:text-stop"
      >
        <X size={13} aria-hidden />
      </button>
    </span>
  );
}
