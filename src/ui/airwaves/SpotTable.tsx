"use client";

import { type RefObject, useMemo, useState } from "react";
import { type SpotFilter, spotFilterSchema, type SpotView } from "@/core/contract";
import { Button } from "../kit/Button";
import { many } from "../kit/format";
import { DataGrid } from "../kit/grid/DataGrid";
import { useDistance } from "../shell/useDistance";
import { spotColumns, wholeText } from "./spotColumns";
import { isDuplicate } from "./spotFilter";

interface SpotTableProps {
  /** Those that are shown, in their order. */
  rows: readonly SpotView[];
  spots: ReadonlyMap<number, SpotView>;
  filter: SpotFilter;
  setFilter: (filter: SpotFilter) => void;
  /** Seconds since 1970 UTC, a minute fine. */
  now: number;
  gridRef: RefObject<HTMLDivElement | null>;
  onPick: (spot: SpotView) => void;
  /** Leaves the table. */
  onLeave: () => void;
}

/** The spots as a table. While the pointer or the keys are in it its order stays as it is, and what is new waits. */
export function SpotTable({ rows, spots, filter, setFilter, now, gridRef, onPick, onLeave }: SpotTableProps) {
  const { unit } = useDistance();
  const columns = useMemo(() => spotColumns(now, unit), [now, unit]);
  const [inside, setInside] = useState({ pointer: false, focus: false });
  const [held, setHeld] = useState<readonly number[] | null>(null);
  const shown = held === null ? rows : held.flatMap((id) => spots.get(id) ?? []);
  const waiting = held === null ? 0 : countOthers(rows, held);

  function enter(how: keyof typeof inside, is: boolean) {
    const next = { ...inside, [how]: is };
    setInside(next);
    if (!next.pointer && !next.focus) setHeld(null);
    else if (held === null) setHeld(rows.map(({ id }) => id));
  }
  // The row of the keys, or else the one under the pointer.
  const [at, setAt] = useState(0);
  const looked = shown[at];
  const hold = () => setHeld(rows.map(({ id }) => id));

  function sortBy(column: string) {
    const order = spotFilterSchema.shape.order.options.find((one) => one === column);
    if (order === undefined) return;
    const descending = filter.order === order ? !filter.descending : order === "rank" || order === "age";
    setFilter({ ...filter, order, descending });
    setHeld(null);
  }

  return (
    <div
      className="relative grid min-h-0 grid-rows-[minmax(0,1fr)_auto]"
      onPointerEnter={() => enter("pointer", true)}
      onPointerLeave={() => enter("pointer", false)}
      onFocus={() => enter("focus", true)}
      onBlur={() => enter("focus", false)}
      onPointerOver={({ target }) => {
        const row = (target as Element).closest<HTMLElement>("[data-row]")?.dataset["row"];
        if (row !== undefined) setAt(Number(row));
      }}
    >
      <DataGrid
        name="spots"
        label="Spots"
        columns={columns}
        count={shown.length}
        rowAt={(index) => shown[index]}
        rowHeight={26}
        shown={JSON.stringify(filter)}
        beginAt={2}
        gridRef={gridRef}
        sort={{ column: filter.order, descending: filter.descending }}
        onSort={sortBy}
        onOpen={onPick}
        onMoved={(_, to) => setAt(to)}
        onCellClick={(_, index) => {
          const spot = shown[index];
          if (spot !== undefined) onPick(spot);
        }}
        onKey={(event) => {
          if (event.key !== "Escape") return false;
          onLeave();
          return true;
        }}
        rowLook={(spot, isActive) =>
          `${isActive ? "bg-raised group-focus:bg-hold-wash" : "hover:bg-raised"} ${spot !== undefined && isDuplicate(spot) ? "text-faint" : ""}`
        }
      />
      <p className="flex h-8 items-center gap-3 border-t border-line bg-panel px-4 text-soft">
        <span role="status" className="min-w-0 flex-1 truncate">
          {looked === undefined ? "" : wholeText(looked)}
        </span>
        {waiting > 0 && (
          <Button small look="quiet" onClick={hold}>
            {many(waiting, "spot")} more: show
          </Button>
        )}
      </p>
    </div>
  );
}

function countOthers(rows: readonly SpotView[], held: readonly number[]): number {
  const there = new Set(held);
  return rows.filter(({ id }) => !there.has(id)).length;
}
