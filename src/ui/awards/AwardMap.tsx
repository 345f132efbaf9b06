"use client";

import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import type { Award } from "@/core/award";
import * as endpoints from "@/core/contract/endpoints/awards";
import { gridCenter, parseGrid } from "@/core/geo";
import { ask } from "../kit/api";
import { count } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { Mark } from "../kit/Mark";
import { Tick } from "../kit/Tick";
import { useSize } from "../kit/useSize";
import { Earth } from "../map/Earth";
import { type MapView, projectionOf, sightOf, WHOLE_MAP } from "../map/mapView";
import { useCountries } from "../map/useCountries";
import { useMapHand } from "../map/useMapHand";
import { ZoomButtons } from "../map/ZoomButtons";
import { useLogbook } from "../shell/logbook";
import { looksKey } from "./awardKeys";
import { CellContacts } from "./CellContacts";
import { type ItemMark, itemMarks, markText, stateText } from "./itemMarks";
import { type AwardRow, type Cell, progressOf } from "./progress";
import { useAwardTable } from "./useAwardTable";

const KINDS: readonly (readonly [Cell, "fresh" | "hold" | "safe", string])[] = [
  ["none", "fresh", "never worked"],
  ["hold", "hold", "worked"],
  ["safe", "safe", "confirmed"],
];
/** A text has so much room, pixels. */
const [TEXT_WIDTH, TEXT_HEIGHT] = [46, 12];

/** Where the items of an award lie, each with its mark; the contacts behind one are a press away. */
export function AwardMap({ award }: { award: Award }) {
  const { logbook } = useLogbook();
  const table = useAwardTable(logbook.id, award.id);
  const places = useQuery({
    queryKey: [...looksKey(logbook.id), "places", award.id],
    queryFn: () => ask(endpoints.awardPlaces, { params: { logbookId: logbook.id, award: award.id } }),
    enabled: award.placeOf === undefined,
  });
  const { countries, failed } = useCountries();
  const [box, setBox] = useState<HTMLDivElement | null>(null);
  const size = useSize(box, { width: 900, height: 420 });
  const [view, look] = useState<MapView>(WHOLE_MAP);
  const [hidden, setHidden] = useState<readonly Cell[]>([]);
  const [pointed, setPointed] = useState<AwardRow | null>(null);
  const [open, setOpen] = useState<AwardRow | null>(null);
  const { zoom, handlers } = useMapHand({ box, size, view, look });
  const home = useMemo(() => gridCenter(logbook.site.grid) ?? { latitude: 0, longitude: 0 }, [logbook.site.grid]);
  const projection = useMemo(() => projectionOf("world", home, view, size), [home, view, size]);
  const rows = useMemo(
    () => (table.data === undefined ? [] : progressOf(award, table.data, "mixed").rows),
    [award, table.data],
  );
  const marks = useMemo(() => itemMarks(award, rows, places.data?.items ?? []), [award, rows, places.data]);
  const shown = useMemo(() => marks.filter(({ row }) => !hidden.includes(row.cells[0]!)), [marks, hidden]);
  const error = table.error ?? places.error;
  if (error !== null && (table.data === undefined || places.isError))
    return (
      <LoadFailure
        text={error.message}
        onRetry={() => void Promise.all([table.refetch(), ...(places.isError ? [places.refetch()] : [])])}
      />
    );
  const loading = table.data === undefined || places.isLoading;
  const turn = (cell: Cell) =>
    setHidden(hidden.includes(cell) ? hidden.filter((one) => one !== cell) : [...hidden, cell]);
  return (
    <section
      aria-label="Map"
      className="grid h-full min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto] bg-panel"
    >
      <div className="flex flex-wrap items-center gap-x-4 border-b border-line px-4 py-1">
        {KINDS.filter(([cell]) => cell !== "none" || award.universe !== null).map(([cell, kind, text]) => (
          <span key={cell} className="flex items-center gap-1.5">
            <Mark kind={kind} />
            <Tick
              label={`${text}: ${count(rows.filter(({ cells }) => cells[0] === cell).length)}`}
              checked={!hidden.includes(cell)}
              onChange={() => turn(cell)}
            />
          </span>
        ))}
        {!loading && marks.length < rows.length && (
          <span className="text-soft">{count(rows.length - marks.length)} without a place</span>
        )}
        <span className="flex-1" />
        <ZoomButtons zoom={zoom} />
      </div>
      <div
        ref={setBox}
        role="application"
        tabIndex={0}
        aria-label={`${award.name} on the map: arrows move it, + and - enlarge it, Home shows all of it`}
        className="relative min-h-0 cursor-crosshair touch-none overflow-hidden bg-raised outline-offset-[-2px] select-none"
        {...handlers}
      >
        <svg width={size.width} height={size.height} aria-hidden className="absolute inset-0">
          <Earth projection={projection} countries={countries} />
          <Items
            award={award}
            marks={shown}
            placeOf={({ point }) => sightOf(projection, size)([point.longitude, point.latitude])}
            scale={projection.scale()}
            onPoint={setPointed}
            onOpen={setOpen}
          />
        </svg>
        {(countries === null || loading) && (
          <p className="absolute right-3 bottom-2 text-soft" role="status">
            {loading
              ? "The log is looked through."
              : failed
                ? "The outlines could not be loaded; all else is there."
                : "The outlines are being loaded."}
          </p>
        )}
      </div>
      <p role="status" className="flex h-8 items-center border-t border-line px-4 text-soft">
        {pointed === null
          ? "Press a mark for the contacts behind it; the table has the same by key."
          : stateText(pointed)}
      </p>
      {open !== null && (
        <CellContacts award={award.id} item={open.item} band={null} group="mixed" onClose={() => setOpen(null)} />
      )}
    </section>
  );
}

interface ItemsProps {
  award: Award;
  marks: readonly ItemMark[];
  placeOf: (mark: ItemMark) => readonly [number, number] | null;
  /** Pixels a radian. */
  scale: number;
  onPoint: (row: AwardRow | null) => void;
  onOpen: (row: AwardRow) => void;
}

const FILLS: Readonly<Record<Cell, string>> = {
  none: "fill-fresh",
  hold: "fill-panel stroke-hold",
  safe: "fill-safe",
  claimed: "fill-safe",
  granted: "fill-safe",
};

/** The items: squares of grids fill their square, all else is a mark; those that are confirmed lie below. */
function Items({ award, marks, placeOf, scale, onPoint, onOpen }: ItemsProps) {
  const order: readonly Cell[] = ["safe", "hold", "none"];
  const placed = [...marks]
    .sort((a, b) => order.indexOf(a.row.cells[0]!) - order.indexOf(b.row.cells[0]!))
    .flatMap((mark) => {
      const at = placeOf(mark);
      return at === null ? [] : [{ ...mark, x: at[0], y: at[1] }];
    });
  const named: { x: number; y: number }[] = [];
  const hasRoom = ({ x, y }: { x: number; y: number }) => {
    const room = !named.some((one) => Math.abs(one.x - x) < TEXT_WIDTH && Math.abs(one.y - y) < TEXT_HEIGHT);
    if (room) named.push({ x, y });
    return room;
  };
  const texts = new Set([...placed].reverse().filter(hasRoom));
  return placed.map((mark) => {
    const { row, x, y } = mark;
    const cell = row.cells[0]!;
    const square = award.isOfSquares === true ? sizeOfSquare(row.item.item, scale) : null;
    return (
      <g
        key={row.item.item}
        data-mark
        className="cursor-pointer"
        onPointerEnter={() => onPoint(row)}
        onPointerLeave={() => onPoint(null)}
        onClick={() => onOpen(row)}
      >
        {square === null ? (
          cell === "none" ? (
            <rect x={x - 3} y={y - 3} width={6} height={6} className={FILLS[cell]} />
          ) : (
            <circle cx={x} cy={y} r={3.5} strokeWidth={1.5} className={FILLS[cell]} />
          )
        ) : (
          <rect
            x={x - square.width / 2}
            y={y - square.height / 2}
            {...square}
            strokeWidth={1}
            fillOpacity={0.75}
            className={FILLS[cell]}
          />
        )}
        {texts.has(mark) && (
          <text x={x + 5} y={y + 4} className="pointer-events-none fill-ink font-mono text-[10px]">
            {markText(award, row.item.item)}
          </text>
        )}
      </g>
    );
  });
}

/** How large a square of grids is drawn, pixels; never so small that it cannot be seen. */
function sizeOfSquare(item: string, scale: number): { readonly width: number; readonly height: number } | null {
  const parsed = parseGrid(item);
  if (!parsed.ok) return null;
  const degree = (scale * Math.PI) / 180;
  const { width, height } = parsed.square;
  return { width: Math.max(3, width * degree), height: Math.max(3, height * degree) };
}
