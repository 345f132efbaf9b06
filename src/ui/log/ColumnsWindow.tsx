"use client";

import { ArrowDown, ArrowUp } from "lucide-react";
import { useState } from "react";
import { columnById, type Layout, LOG_COLUMNS, USUAL_LAYOUT } from "@/core/view";
import { Button } from "../kit/Button";
import { Window } from "../kit/Window";

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

  function move(at: number, by: 1 | -1) {
    const next = [...shown];
    const [moved] = next.splice(at, 1);
    next.splice(at + by, 0, moved!);
    setShown(next);
  }

  return (
    <Window
      title="Columns of the log"
      about="The order and the width can be dragged in the head of the log, too."
      width={760}
      onClose={onClose}
      onSubmit={() => shown.length > 0 && onDone({ ...layout, columns: shown })}
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
          <ul className="divide-y divide-line">
            {shown.map(({ id, width }, at) => {
              const label = columnById(id)?.label ?? `${id} (no longer there)`;
              return (
                <li key={id} className="flex items-center gap-1 py-0.5">
                  <label className="flex min-w-0 flex-1 items-center gap-2">
                    <input
                      type="checkbox"
                      checked
                      className="size-4 accent-signal"
                      onChange={() => setShown(shown.filter((column) => column.id !== id))}
                    />
                    <span className="truncate">{label}</span>
                  </label>
                  <input
                    type="number"
                    aria-label={`Width of ${label}, pixels`}
                    className="field h-7 w-[72px] px-1 font-mono"
                    min={36}
                    max={2000}
                    value={width}
                    onChange={({ target }) =>
                      setShown(
                        shown.map((column) =>
                          column.id === id ? { id, width: Math.min(2000, Math.max(20, Number(target.value))) } : column,
                        ),
                      )
                    }
                  />
                  <Button
                    small
                    look="quiet"
                    aria-label={`${label}: to the left`}
                    disabled={at === 0}
                    onClick={() => move(at, -1)}
                  >
                    <ArrowUp size={14} aria-hidden />
                  </Button>
                  <Button
                    small
                    look="quiet"
                    aria-label={`${label}: to the right`}
                    disabled={at === shown.length - 1}
                    onClick={() => move(at, 1)}
                  >
                    <ArrowDown size={14} aria-hidden />
                  </Button>
                </li>
              );
            })}
          </ul>
        </section>
        <section aria-label="Not shown" className="grid content-start gap-3">
          {groups.map((group) => (
            <div key={group}>
              <h3 className="heading mb-1">{group}</h3>
              <ul className="grid gap-0.5">
                {rest
                  .filter((column) => column.group === group)
                  .map(({ id, label, width }) => (
                    <li key={id}>
                      <label className="flex items-center gap-2">
                        <input
                          type="checkbox"
                          checked={false}
                          className="size-4 accent-signal"
                          onChange={() => setShown([...shown, { id, width }])}
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
