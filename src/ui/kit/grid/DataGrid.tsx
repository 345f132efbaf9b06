"use client";

import { closestCenter, DndContext, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import { arrayMove, horizontalListSortingStrategy, SortableContext } from "@dnd-kit/sortable";
import {
  columnOrderingFeature,
  columnResizingFeature,
  columnSizingFeature,
  columnVisibilityFeature,
  tableFeatures,
  useTable,
} from "@tanstack/react-table";
import { useVirtualizer } from "@tanstack/react-virtual";
import {
  type KeyboardEvent,
  type MouseEvent,
  type ReactNode,
  type RefObject,
  type TouchEvent,
  useEffect,
  useMemo,
  useRef,
  useState,
} from "react";
import { flushSync } from "react-dom";
import type { GridColumn, GridColumns, GridSort } from "./column";
import { GridHead } from "./GridHead";
import { useCellCursor } from "./useCellCursor";

const features = tableFeatures({
  columnOrderingFeature,
  columnResizingFeature,
  columnSizingFeature,
  columnVisibilityFeature,
});
/** The rows are drawn as the virtualizer asks for them; the table is about the columns. */
const NO_ROWS: never[] = [];
const NARROWEST = 36;
const LEAD_WIDTH = 34;
const horizontally = ({ transform }: { transform: { x: number; y: number; scaleX: number; scaleY: number } }) => ({
  ...transform,
  y: 0,
});

interface DataGridProps<Row> {
  /** Begins the ids of its cells. */
  name: string;
  label: string;
  /** All that there are; the same array at each drawing. */
  columns: readonly GridColumn<Row>[];
  /** Which of them are shown; left out, all are, as they are. */
  shownColumns?: GridColumns;
  onColumns?: (columns: GridColumns) => void;
  count: number;
  /** A row by its place; undefined while it is loaded. */
  rowAt: (index: number) => Row | undefined;
  rowHeight: number;
  /** What is shown, as text: when it changes, the table begins at its first row again. */
  shown?: string;
  /** Whether the rows are those of what is shown, or still those of before. */
  isReady?: boolean;
  /** Among the columns that the keys go to, where they are at first. */
  beginAt?: number;
  gridRef?: RefObject<HTMLDivElement | null>;
  sort?: GridSort;
  onSort?: (column: string) => void;
  /** A first column without a title, which the keys pass over. */
  lead?: { readonly label: string; readonly cell: (row: Row | undefined, index: number) => ReactNode };
  /** The last line, which stays in sight. */
  foot?: (column: GridColumn<Row>) => ReactNode;
  rowLook?: (row: Row | undefined, isActive: boolean) => string;
  isSelected?: (row: Row) => boolean;
  /** What stands instead of a cell that is edited. */
  editor?: (row: Row, column: GridColumn<Row>) => ReactNode;
  onRange?: (first: number, last: number) => void;
  onOpen: (row: Row, column: GridColumn<Row>) => void;
  onEdit?: (row: Row, column: GridColumn<Row>) => void;
  /** The keys went to another row. */
  onMoved?: (from: number, to: number, withShift: boolean) => void;
  onCellClick?: (event: MouseEvent, index: number, column: GridColumn<Row>) => void;
  /** Other keys; true for one that did something. */
  onKey?: (event: KeyboardEvent, row: Row | undefined, index: number) => boolean;
  /** The cell that the keys are at, for actions of the page. */
  cursorRef?: RefObject<{ readonly row: number; readonly column: string } | null>;
  children?: ReactNode;
}

/**
 * A table of any length, of which only what is in sight is drawn, for the keys: arrows move the cell, Enter opens, F2
 * edits. Its columns can be moved, made wider and sorted by where the page keeps that.
 */
export function DataGrid<Row>(props: DataGridProps<Row>) {
  const { name, columns, shownColumns, onColumns, count, rowAt, rowHeight, lead, foot, sort, onSort } = props;
  const { onRange, onOpen, isReady = true, shown = "" } = props;
  const scroller = useRef<HTMLDivElement>(null);
  const byId = useMemo(() => new Map(columns.map((column) => [column.id, column])), [columns]);
  const definitions = useMemo(
    () => columns.map(({ id, width }) => ({ id, size: width, minSize: NARROWEST })),
    [columns],
  );
  const order = shownColumns?.order ?? columns.map(({ id }) => id);
  const widths = shownColumns?.widths ?? {};
  const table = useTable({
    features,
    columns: definitions,
    data: NO_ROWS,
    columnResizeMode: "onChange",
    enableColumnResizing: onColumns !== undefined,
    state: {
      columnOrder: [...order],
      columnSizing: widths,
      columnVisibility: Object.fromEntries(columns.map(({ id }) => [id, order.includes(id)])),
    },
    onColumnSizingChange: (next) =>
      onColumns?.({ order, widths: typeof next === "function" ? next({ ...widths }) : next }),
  });
  const visible = table.getVisibleLeafColumns().map(({ id }) => byId.get(id)!);
  const reached = visible.filter(({ passedOver }) => !passedOver);
  const track = ({ id, width, fixed }: GridColumn<Row>) =>
    fixed || id in widths ? `${Math.max(NARROWEST, widths[id] ?? width)}px` : `minmax(${width}px, ${width}fr)`;
  const template = [...(lead === undefined ? [] : [`${LEAD_WIDTH}px`]), ...visible.map(track)].join(" ");
  const least = table.getTotalSize() + (lead === undefined ? 0 : LEAD_WIDTH);
  const line = { gridTemplateColumns: template, minWidth: least };

  const virtualizer = useVirtualizer({
    count,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 20,
    scrollPaddingStart: rowHeight,
    scrollPaddingEnd: foot === undefined ? 0 : 2 * rowHeight,
  });
  const items = virtualizer.getVirtualItems();
  const first = items[0]?.index ?? 0;
  const last = items.at(-1)?.index ?? 0;
  useEffect(() => onRange?.(first, last), [first, last, onRange, rowAt]);
  useEffect(() => {
    if (scroller.current) scroller.current.scrollTop = 0;
  }, [shown]);

  const page = () => Math.max(1, Math.floor((scroller.current?.clientHeight ?? 400) / rowHeight) - 2);
  const [pageRows, setPageRows] = useState(10);
  const cursor = useCellCursor(
    { rows: count, columns: reached.length, page: pageRows },
    { row: 0, column: props.beginAt ?? 0 },
    shown,
  );
  const activeColumn = reached[cursor.column];
  const { cursorRef } = props;
  useEffect(() => {
    if (cursorRef) cursorRef.current = { row: cursor.row, column: activeColumn?.id ?? "" };
  });

  // Who is faster than the rows come gets the row that comes.
  const [opening, setOpening] = useState(false);
  const waited = opening && isReady ? rowAt(cursor.row) : undefined;
  useEffect(() => {
    if (waited === undefined || activeColumn === undefined) return;
    queueMicrotask(() => {
      setOpening(false);
      onOpen(waited, activeColumn);
    });
    // Once, when the row is there.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [waited]);

  function onKeyDown(event: KeyboardEvent) {
    if (event.target !== scroller.current || event.altKey) return;
    setOpening(false);
    const row = rowAt(cursor.row);
    const next = cursor.onKey(event);
    if (next !== null) {
      if (next.row !== cursor.row) {
        virtualizer.scrollToIndex(next.row);
        props.onMoved?.(cursor.row, next.row, event.shiftKey);
      }
    } else if (event.key === "Enter" && !event.ctrlKey) {
      if (row === undefined || !isReady) setOpening(true);
      else if (activeColumn !== undefined) onOpen(row, activeColumn);
    } else if (event.key === "F2" && row !== undefined && activeColumn !== undefined && props.onEdit) {
      props.onEdit(row, activeColumn);
    } else if (props.onKey?.(event, row, cursor.row) !== true) return;
    event.preventDefault();
    event.stopPropagation();
  }

  /** Columns up to the one that is made wider stay as wide as they are: its edge is to follow the pointer. */
  function resize(id: string, event: MouseEvent | TouchEvent) {
    const heads = [...event.currentTarget.parentElement!.parentElement!.children].slice(lead === undefined ? 0 : 1);
    const upTo = order.indexOf(id);
    const now = Object.fromEntries(
      order.slice(0, upTo + 1).map((one, at) => [one, heads[at]!.getBoundingClientRect().width]),
    );
    flushSync(() => onColumns!({ order, widths: { ...widths, ...now } }));
    table
      .getFlatHeaders()
      .find((header) => header.column.id === id)!
      .getResizeHandler()(event);
  }

  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      modifiers={[horizontally]}
      onDragEnd={({ active, over }) => {
        if (over === null || active.id === over.id || onColumns === undefined) return;
        const moved = arrayMove([...order], order.indexOf(String(active.id)), order.indexOf(String(over.id)));
        onColumns({ order: moved, widths });
      }}
    >
      <div
        ref={(element) => {
          scroller.current = element;
          if (props.gridRef) props.gridRef.current = element;
        }}
        role="grid"
        aria-label={props.label}
        aria-multiselectable={props.isSelected === undefined ? undefined : true}
        aria-rowcount={count + 1}
        aria-colcount={visible.length + (lead === undefined ? 0 : 1)}
        aria-activedescendant={activeColumn && count > 0 ? `${name}-${cursor.row}-${activeColumn.id}` : undefined}
        tabIndex={0}
        onFocus={() => setPageRows(page())}
        onKeyDown={onKeyDown}
        className="group relative min-h-0 overflow-auto border-t border-line bg-panel outline-none focus-visible:outline-2 focus-visible:-outline-offset-2"
      >
        <div role="row" aria-rowindex={1} className="sticky top-0 z-10 grid border-b border-line bg-panel" style={line}>
          {lead !== undefined && (
            <div role="columnheader">
              <span className="sr-only">{lead.label}</span>
            </div>
          )}
          <SortableContext items={visible.map(({ id }) => id)} strategy={horizontalListSortingStrategy}>
            {visible.map(({ id, title, label, align }) => (
              <GridHead
                key={id}
                id={id}
                title={title}
                label={label}
                align={align}
                sorted={sort?.column === id ? (sort.descending ? "descending" : "ascending") : null}
                onSort={onSort && (() => onSort(id))}
                canMove={onColumns !== undefined}
                onResizeStart={onColumns && ((event) => resize(id, event))}
              />
            ))}
          </SortableContext>
        </div>
        <div role="rowgroup" className="relative" style={{ height: virtualizer.getTotalSize(), minWidth: least }}>
          {items.map(({ index, start }) => {
            const row = rowAt(index);
            const isActive = index === cursor.row;
            return (
              <div
                key={index}
                role="row"
                aria-rowindex={index + 2}
                aria-selected={props.isSelected && row !== undefined ? props.isSelected(row) : undefined}
                className={`absolute inset-x-0 grid items-stretch border-b border-line ${props.rowLook?.(row, isActive) ?? "hover:bg-raised"}`}
                style={{ ...line, height: rowHeight, transform: `translateY(${start}px)` }}
              >
                {lead?.cell(row, index)}
                {visible.map((column) => (
                  <GridCell
                    key={column.id}
                    id={`${name}-${index}-${column.id}`}
                    column={column}
                    row={row}
                    index={index}
                    isActive={isActive && column === activeColumn}
                    editor={row === undefined ? null : (props.editor?.(row, column) ?? null)}
                    onClick={(event) => {
                      if (!column.passedOver) cursor.set({ row: index, column: reached.indexOf(column) });
                      props.onCellClick?.(event, index, column);
                    }}
                    onDoubleClick={() => row !== undefined && props.onEdit?.(row, column)}
                  />
                ))}
              </div>
            );
          })}
        </div>
        {foot !== undefined && (
          <div role="row" className="sticky bottom-0 z-10 grid border-t border-edge bg-panel" style={line}>
            {visible.map((column, at) => (
              <div
                key={column.id}
                role={at === 0 ? "rowheader" : "gridcell"}
                className={`px-2 py-1 first:pl-4 ${column.align === undefined ? "" : ALIGN[column.align]}`}
              >
                {foot(column)}
              </div>
            ))}
          </div>
        )}
        {props.children}
      </div>
    </DndContext>
  );
}

interface CellProps<Row> {
  id: string;
  column: GridColumn<Row>;
  row: Row | undefined;
  index: number;
  isActive: boolean;
  editor: ReactNode;
  onClick: (event: MouseEvent) => void;
  onDoubleClick: () => void;
}

const ALIGN = { right: "justify-end text-right", center: "justify-center text-center" } as const;

function GridCell<Row>({ id, column, row, index, isActive, editor, onClick, onDoubleClick }: CellProps<Row>) {
  const { look = "", align, cell } = column;
  const own = row === undefined ? "" : typeof look === "string" ? look : look(row);
  const active = isActive ? "group-focus:outline-2 group-focus:-outline-offset-2 group-focus:outline-signal" : "";
  return (
    <div
      id={id}
      role={column.isRowHeader ? "rowheader" : "gridcell"}
      onMouseDown={(event) => event.shiftKey && event.preventDefault()}
      onClick={onClick}
      onDoubleClick={onDoubleClick}
      className={`relative flex min-w-0 items-center px-2 first:pl-4 ${align === undefined ? "" : ALIGN[align]} ${own} ${active}`}
    >
      {row === undefined ? (
        <span className="h-2 w-3/5 rounded-full bg-line" />
      ) : (
        (editor ?? <span className="min-w-0 truncate">{cell(row, index)}</span>)
      )}
    </div>
  );
}
