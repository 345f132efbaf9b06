"use client";

import { useState } from "react";
import { columnById, type Layout, LOG_COLUMNS, USUAL_LAYOUT, type ViewColumn } from "@/core/view";
import { Button } from "../kit/Button";
import { SortableList } from "../kit/SortableList";
import { Window } from "../kit/Window";

const NARROWEST = 36;
const WIDEST = 2000;

interface ColumnsWindowProps {
  layout: Layout;
  onDone: (layout: Layout) => void;
  onClose: () => void;
}

/** Which columns the log shows, in which order and how wide. */
export function ColumnsWindow({ layout, onDone, onClose }: ColumnsWindowProps) {
  const [shown, setShown] = useState(layout.columns);
  const rest = LOG_COLUMNS.filter(({ id }) => !shown.some((column) => column.id === id));
  const groups = [...new Set(rest.map(({ group }) => group))];

  function setWidth(id: string, typed: string) {
    setShown(
      shown.map((column) => (column.id === id ? { id, width: typed === "" ? undefined : Number(typed) } : column)),
    );
  }

  return (
    <Window
      title="Columns of the log"
      about="Drag the handles, or press Space on one and move it with the arrows. Without a width a column has what it needs, and words share what the screen has left."
      width={760}
      onClose={onClose}
      onSubmit={() => shown.length > 0 && onDone({ ...layout, columns: shown.map(inBounds) })}
      buttons={
        <>
          <Button look="quiet" onClick={() => setShown(USUAL_LAYOUT.columns)}>
            The usual ones
          </Button>
          <span className="flex-1" />
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" look="act" disabled={shown.length === 0}>
            Show these
          </Button>
        </>
      }
    >
      <div className="grid grid-cols-2 gap-6 max-sm:grid-cols-1">
        <section aria-label="Shown">
          <h3 className="heading mb-1">Shown, from left to right</h3>
          <SortableList items={shown} idOf={({ id }) => id} nameOf={({ id }) => labelOf(id)} onOrder={setShown}>
            {({ id, width }) => (
              <>
                <label className="flex min-w-0 flex-1 items-center gap-2">
                  <input
                    type="checkbox"
                    checked
                    className="size-4 accent-signal"
                    onChange={() => setShown(shown.filter((column) => column.id !== id))}
                  />
                  <span className="truncate">{labelOf(id)}</span>
                </label>
                <input
                  type="number"
                  aria-label={`Width of ${labelOf(id)}, pixels`}
                  placeholder={String(columnById(id)?.width ?? "")}
                  className="field h-7 w-[72px] px-1 font-mono"
                  min={NARROWEST}
                  max={WIDEST}
                  value={width ?? ""}
                  onChange={({ target }) => setWidth(id, target.value)}
                />
              </>
            )}
          </SortableList>
        </section>
        <section aria-label="Not shown" className="grid content-start gap-3">
          {groups.map((group) => (
            <div key={group}>
              <h3 className="heading mb-1">{group}</h3>
              <ul className="grid gap-0.5">
                {rest
                  .filter((column) => column.group === group)
                  .map(({ id, label }) => (
                    <li key={id}>
                      <label className="flex items-center gap-2">
                        <input
                          type="checkbox"
                          checked={false}
                          className="size-4 accent-signal"
                          onChange={() => setShown([...shown, { id }])}
                        />
                        {label}
                      </label>
                    </li>
                  ))}
              </ul>
            </div>
          ))}
        </section>
      </div>
    </Window>
  );
}

function labelOf(id: string): string {
  return columnById(id)?.label ?? `${id} (no longer there)`;
}

function inBounds({ id, width }: ViewColumn): ViewColumn {
  return width === undefined ? { id } : { id, width: Math.min(WIDEST, Math.max(NARROWEST, width)) };
}
