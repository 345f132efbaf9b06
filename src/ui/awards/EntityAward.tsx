"use client";

import { Radio, RadioGroup } from "@headlessui/react";
import { useVirtualizer } from "@tanstack/react-virtual";
import { type KeyboardEvent, useMemo, useRef, useState } from "react";
import { bandLabel, MODE_GROUPS } from "@/core/band";
import { useActions } from "../kit/actions";
import { count } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { Mark } from "../kit/Mark";
import { useLogbook } from "../shell/logbook";
import { CellContacts } from "./CellContacts";
import { type Cell, type EntityRow, type Group, type Order, progressOf, selectRows, type Shown } from "./progress";
import { useEntityTable } from "./useEntityTable";

const ROW_HEIGHT = 27;
const GROUPS: readonly Group[] = ["mixed", ...MODE_GROUPS];
const SHOWN: readonly (readonly [Shown, string])[] = [
  ["worked", "worked"],
  ["unconfirmed", "not confirmed"],
  ["missing", "never worked"],
  ["all", "all"],
];

/** Entities by band: worked and confirmed. Arrow keys move over the cells, Enter shows the contacts behind one. */
export function EntityAward() {
  const { logbook } = useLogbook();
  const { data, error, refetch } = useEntityTable(logbook.id);
  const [group, setGroup] = useState<Group>("mixed");
  const [shown, setShown] = useState<Shown>("worked");
  const [order, setOrder] = useState<Order>("name");
  const [search, setSearch] = useState("");
  const [open, setOpen] = useState<{ row: EntityRow; band: string | null } | null>(null);
  const searchRef = useRef<HTMLInputElement>(null);
  const progress = useMemo(() => (data === undefined ? null : progressOf(data, group)), [data, group]);
  const rows = useMemo(
    () => (progress === null ? [] : selectRows(progress.rows, shown, search, order)),
    [progress, shown, search, order],
  );
  useActions([
    { id: "search", run: () => searchRef.current?.focus() },
    ...GROUPS.map((one) => ({
      id: `group${one}`,
      label: `Count ${groupLabel(one).toLowerCase()}`,
      run: () => setGroup(one),
    })),
    { id: "table" },
  ]);

  if (error !== null && data === undefined) {
    return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  }
  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)]">
      <header className="flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-line bg-panel px-4 py-2.5">
        <h1 className="text-title font-semibold">Entities</h1>
        {progress !== null && (
          <p className="flex items-center gap-4">
            <span>
              <Mark kind="hold" /> <b className="font-semibold">{progress.totals[0]!.worked}</b> worked
            </span>
            <span>
              <Mark kind="safe" /> <b className="font-semibold">{progress.totals[0]!.confirmed}</b> confirmed
            </span>
          </p>
        )}
        <span className="flex-1" />
        <RadioGroup
          value={group}
          onChange={setGroup}
          aria-label="Modes counted"
          className="flex overflow-hidden rounded-field border border-edge"
        >
          {GROUPS.map((one) => (
            <Radio
              key={one}
              value={one}
              className="cursor-pointer px-3 py-1 data-checked:bg-signal data-checked:font-semibold data-checked:text-signal-ink data-focus:outline-2 data-focus:-outline-offset-2"
            >
              {groupLabel(one)}
            </Radio>
          ))}
        </RadioGroup>
        <label className="flex items-center gap-2 text-soft">
          Show
          <select
            className="field h-7 w-auto text-base"
            value={shown}
            onChange={({ target }) => setShown(target.value as Shown)}
          >
            {SHOWN.map(([value, label]) => (
              <option key={value} value={value}>
                {label}
              </option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-2 text-soft">
          Sort by
          <select
            className="field h-7 w-auto text-base"
            value={order}
            onChange={({ target }) => setOrder(target.value as Order)}
          >
            <option value="name">name</option>
            <option value="prefix">prefix</option>
            <option value="contacts">contacts</option>
          </select>
        </label>
        <input
          ref={searchRef}
          className="field h-7 w-44 text-base"
          placeholder="Search name or prefix"
          aria-label="Search name or prefix"
          value={search}
          onChange={({ target }) => setSearch(target.value)}
        />
      </header>
      {progress === null ? (
        <p className="p-8 text-soft">Loading</p>
      ) : (
        <Table
          bands={progress.bands}
          totals={progress.totals}
          rows={rows}
          onOpen={(row, band) => setOpen({ row, band })}
        />
      )}
      {open !== null && (
        <CellContacts entity={open.row.entity} band={open.band} group={group} onClose={() => setOpen(null)} />
      )}
    </div>
  );
}

function groupLabel(group: Group): string {
  return group === "CW" ? "CW" : group[0]!.toUpperCase() + group.slice(1);
}

interface TableProps {
  bands: readonly string[];
  totals: readonly { readonly worked: number; readonly confirmed: number }[];
  rows: readonly EntityRow[];
  onOpen: (row: EntityRow, band: string | null) => void;
}

function Table({ bands, totals, rows, onOpen }: TableProps) {
  const scroller = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState({ row: 0, column: 0 });
  const virtualizer = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 15,
    scrollPaddingStart: 28,
    scrollPaddingEnd: 60,
  });
  const template = `minmax(200px,1fr) 72px 76px repeat(${bands.length + 1}, minmax(44px, 64px))`;
  const columns = bands.length + 1;
  const current = { row: Math.min(at.row, Math.max(0, rows.length - 1)), column: at.column };

  function onKeyDown(event: KeyboardEvent) {
    const moves: Record<string, readonly [number, number]> = {
      ArrowDown: [1, 0],
      ArrowUp: [-1, 0],
      ArrowRight: [0, 1],
      ArrowLeft: [0, -1],
      PageDown: [15, 0],
      PageUp: [-15, 0],
      Home: [-1e6, 0],
      End: [1e6, 0],
    };
    const move = moves[event.key];
    const row = rows[current.row];
    if (event.key === "Enter" && row !== undefined) {
      event.preventDefault();
      return onOpen(row, current.column === 0 ? null : bands[current.column - 1]!);
    }
    if (move === undefined || event.altKey || event.ctrlKey) return;
    event.preventDefault();
    event.stopPropagation();
    const next = {
      row: Math.max(0, Math.min(rows.length - 1, current.row + move[0])),
      column: Math.max(0, Math.min(columns - 1, current.column + move[1])),
    };
    setAt(next);
    virtualizer.scrollToIndex(next.row);
  }

  return (
    <div
      ref={scroller}
      role="grid"
      aria-label="Entities by band"
      aria-rowcount={rows.length + 2}
      aria-colcount={columns + 3}
      aria-activedescendant={rows.length === 0 ? undefined : `cell-${current.row}-${current.column}`}
      tabIndex={0}
      onKeyDown={onKeyDown}
      className="group relative min-h-0 overflow-auto bg-panel outline-none focus-visible:outline-2 focus-visible:-outline-offset-2"
    >
      <div
        role="row"
        className="sticky top-0 z-10 grid min-w-max border-b border-line bg-panel"
        style={{ gridTemplateColumns: template }}
      >
        {["Entity", "Prefix", "Contacts", "All", ...bands.map(bandLabel)].map((title, index) => (
          <div
            key={title}
            role="columnheader"
            className={`heading py-1.5 ${index === 0 ? "pl-4" : index === 2 ? "pr-3 text-right" : index > 2 ? "text-center" : ""}`}
          >
            {title}
          </div>
        ))}
      </div>
      {rows.length === 0 && (
        <div role="row">
          <p role="gridcell" className="p-8 text-center text-soft">
            No entity fits.
          </p>
        </div>
      )}
      <div role="rowgroup" className="relative min-w-max" style={{ height: virtualizer.getTotalSize() }}>
        {virtualizer.getVirtualItems().map(({ index, start }) => {
          const row = rows[index]!;
          return (
            <div
              key={row.entity.code}
              role="row"
              className="absolute inset-x-0 grid h-[27px] items-center border-b border-line hover:bg-raised"
              style={{ gridTemplateColumns: template, transform: `translateY(${start}px)` }}
            >
              <div role="rowheader" className="truncate pl-4">
                {row.entity.name} {row.entity.deleted && <span className="text-faint">deleted</span>}
              </div>
              <div role="gridcell" className="font-mono text-soft">
                {row.entity.prefix}
              </div>
              <div role="gridcell" className="pr-3 text-right text-soft">
                {row.contacts === 0 ? "" : count(row.contacts)}
              </div>
              {row.cells.map((cell, column) => (
                <div
                  key={column}
                  id={`cell-${index}-${column}`}
                  role="gridcell"
                  aria-selected={index === current.row && column === current.column}
                  onClick={() => {
                    setAt({ row: index, column });
                    if (cell !== "none") onOpen(row, column === 0 ? null : bands[column - 1]!);
                  }}
                  className={`grid h-full place-items-center ${cell === "none" ? "" : "cursor-pointer hover:bg-signal-wash"} ${column === 0 ? "bg-raised" : ""} ${index === current.row && column === current.column ? "group-focus:outline-2 group-focus:-outline-offset-2 group-focus:outline-signal" : ""}`}
                >
                  <CellMark cell={cell} />
                </div>
              ))}
            </div>
          );
        })}
      </div>
      <div
        role="row"
        className="sticky bottom-0 z-10 grid min-w-max border-t border-edge bg-panel"
        style={{ gridTemplateColumns: template }}
      >
        <div role="rowheader" className="py-1 pl-4 font-semibold">
          Worked
          <br />
          Confirmed
        </div>
        <div role="gridcell" />
        <div role="gridcell" />
        {totals.map((total, column) => (
          <div key={column} role="gridcell" className="py-1 text-center">
            {total.worked}
            <br />
            <b className="font-semibold text-safe">{total.confirmed}</b>
          </div>
        ))}
      </div>
    </div>
  );
}

function CellMark({ cell }: { cell: Cell }) {
  return cell === "none" ? null : <Mark kind={cell} label={cell === "safe" ? "confirmed" : "worked"} />;
}
