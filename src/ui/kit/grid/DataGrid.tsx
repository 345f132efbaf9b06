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
import { Check } from "lucide-react";
import {
  type KeyboardEvent,
  memo,
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
const PICK_WIDTH = 34;
/** Rows drawn beyond those in sight, on each side: each costs something where the table becomes wider. */
const OVERSCAN = 10;
const horizontally = ({ transform }: { transform: { x: number; y: number; scaleX: number; scaleY: number } }) => ({
  ...transform,
  y: 0,
});

interface Edited {
  readonly column: string;
  readonly field: ReactNode;
}

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
  /** Rows are picked, by a box before each; this one was clicked. */
  onPick?: (row: Row, index: number) => void;
  /** The last line, which stays in sight. */
  foot?: (column: GridColumn<Row>) => ReactNode;
  rowLook?: (row: Row | undefined, isActive: boolean) => string;
  isSelected?: (row: Row) => boolean;
  /** What stands instead of a cell of the row that is edited. */
  editor?: (row: Row) => Edited | null;
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
  const { name, columns, shownColumns, onColumns, count, rowAt, rowHeight, foot, sort, onSort, onPick } = props;
  const { onRange, onOpen, onEdit, isReady = true, shown = "" } = props;
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
  const shownIds = table
    .getVisibleLeafColumns()
    .map(({ id }) => id)
    .join("\n");
  const visible = useMemo(() => shownIds.split("\n").flatMap((id) => byId.get(id) ?? []), [shownIds, byId]);
  const reached = visible.filter(({ passedOver }) => !passedOver);
  const track = ({ id, width, fixed }: GridColumn<Row>) =>
    fixed || id in widths ? `${Math.max(NARROWEST, widths[id] ?? width)}px` : `minmax(${width}px, ${width}fr)`;
  const template = [...(onPick === undefined ? [] : [`${PICK_WIDTH}px`]), ...visible.map(track)].join(" ");
  const least = table.getTotalSize() + (onPick === undefined ? 0 : PICK_WIDTH);
  const line = { gridTemplateColumns: template, minWidth: least };

  const virtualizer = useVirtualizer({
    count,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: OVERSCAN,
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
  const [wanted, setWanted] = useState<"open" | "edit" | null>(null);
  const waited = wanted !== null && isReady ? rowAt(cursor.row) : undefined;
  useEffect(() => {
    if (waited === undefined || activeColumn === undefined) return;
    queueMicrotask(() => {
      setWanted(null);
      (wanted === "edit" ? onEdit : onOpen)?.(waited, activeColumn);
    });
    // Once, when the row is there.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [waited]);

  function onKeyDown(event: KeyboardEvent) {
    if (event.target !== scroller.current || event.altKey) return;
    setWanted(null);
    const row = isReady ? rowAt(cursor.row) : undefined;
    const next = cursor.onKey(event);
    if (next !== null) {
      if (next.row !== cursor.row) {
        virtualizer.scrollToIndex(next.row);
        props.onMoved?.(cursor.row, next.row, event.shiftKey);
      }
    } else if (event.key === "Enter" && !event.ctrlKey) {
      if (row === undefined) setWanted("open");
      else if (activeColumn !== undefined) onOpen(row, activeColumn);
    } else if (event.key === "F2" && onEdit) {
      if (row === undefined) setWanted("edit");
      else if (activeColumn !== undefined) onEdit(row, activeColumn);
    } else if (props.onKey?.(event, row, cursor.row) !== true) return;
    event.preventDefault();
    event.stopPropagation();
  }

  /** Columns up to the one that is made wider stay as wide as they are: its edge is to follow the pointer. */
  function resize(id: string, event: MouseEvent | TouchEvent) {
    const heads = [...event.currentTarget.parentElement!.parentElement!.children].slice(onPick === undefined ? 0 : 1);
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

  /** The place and the column of what was clicked; null outside of a cell. */
  function cellOf({ target }: MouseEvent): { readonly index: number; readonly column: GridColumn<Row> | null } | null {
    const index = (target as Element).closest<HTMLElement>("[data-row]")?.dataset["row"];
    const column = (target as Element).closest<HTMLElement>("[data-column]")?.dataset["column"];
    return index === undefined ? null : { index: Number(index), column: byId.get(column ?? "") ?? null };
  }

  function onClick(event: MouseEvent) {
    const at = cellOf(event);
    if (at === null) return;
    if (at.column === null) {
      const row = rowAt(at.index);
      if (row !== undefined) onPick?.(row, at.index);
      return;
    }
    if (!at.column.passedOver) cursor.set({ row: at.index, column: reached.indexOf(at.column) });
    props.onCellClick?.(event, at.index, at.column);
  }

  function onDoubleClick(event: MouseEvent) {
    const at = cellOf(event);
    const row = at === null ? undefined : rowAt(at.index);
    if (row !== undefined && at?.column) onEdit?.(row, at.column);
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
        aria-colcount={visible.length + (onPick === undefined ? 0 : 1)}
        aria-activedescendant={activeColumn && count > 0 ? `${name}-${cursor.row}-${activeColumn.id}` : undefined}
        tabIndex={0}
        onFocus={() => setPageRows(page())}
        onKeyDown={onKeyDown}
        className="group relative min-h-0 overflow-auto border-t border-line bg-panel outline-none focus-visible:outline-2 focus-visible:-outline-offset-2"
      >
        <div role="row" aria-rowindex={1} className="sticky top-0 z-10 grid border-b border-line bg-panel" style={line}>
          {onPick !== undefined && (
            <div role="columnheader">
              <span className="sr-only">Selected</span>
            </div>
          )}
          <SortableContext items={visible.map(({ id }) => id)} strategy={horizontalListSortingStrategy}>
            {visible.map(({ id, title, label, align, unsorted }) => (
              <GridHead
                key={id}
                id={id}
                title={title}
                label={label}
                align={align}
                sorted={sort?.column === id ? (sort.descending ? "descending" : "ascending") : null}
                onSort={unsorted ? undefined : onSort && (() => onSort(id))}
                canMove={onColumns !== undefined}
                onResizeStart={onColumns && ((event) => resize(id, event))}
              />
            ))}
          </SortableContext>
        </div>
        <div
          role="rowgroup"
          className="relative"
          style={{ height: virtualizer.getTotalSize(), minWidth: least }}
          onClick={onClick}
          onDoubleClick={onDoubleClick}
          onMouseDown={(event) => event.shiftKey && event.preventDefault()}
        >
          {items.map(({ index, start }) => {
            const row = rowAt(index);
            const isActive = index === cursor.row;
            return (
              <GridRow
                key={index}
                name={name}
                index={index}
                top={start}
                height={rowHeight}
                template={template}
                least={least}
                row={row}
                columns={visible}
                active={isActive ? (activeColumn?.id ?? null) : null}
                isPicked={onPick === undefined ? null : row !== undefined && (props.isSelected?.(row) ?? false)}
                look={props.rowLook?.(row, isActive) ?? "hover:bg-raised"}
                editor={row === undefined ? null : (props.editor?.(row) ?? null)}
              />
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

interface RowProps<Row> {
  name: string;
  index: number;
  top: number;
  height: number;
  template: string;
  least: number;
  row: Row | undefined;
  columns: readonly GridColumn<Row>[];
  /** The column that the keys are at; null in another row. */
  active: string | null;
  /** Null where rows are not picked. */
  isPicked: boolean | null;
  look: string;
  editor: Edited | null;
}

/** A row is drawn anew only when something of it changes: while one scrolls, only those are that come in sight. */
const GridRow = memo(function GridRow<Row>(props: RowProps<Row>) {
  const { name, index, top, height, template, least, row, columns, active, isPicked, look, editor } = props;
  return (
    <div
      role="row"
      data-row={index}
      aria-rowindex={index + 2}
      aria-selected={isPicked ?? undefined}
      // A row height that is given is not sought in the cells.
      className={`absolute inset-x-0 grid grid-rows-[100%] items-stretch border-b border-line ${look} ${editor === null ? "" : "z-10"}`}
      style={{ gridTemplateColumns: template, minWidth: least, height, transform: `translateY(${top}px)` }}
    >
      {isPicked !== null && (
        <div role="gridcell" data-pick className="grid place-items-center">
          <span
            className={`grid size-4 place-items-center rounded-[3px] border ${isPicked ? "border-signal bg-signal text-signal-ink" : "border-line"}`}
          >
            {isPicked && <Check size={12} aria-label="selected" />}
          </span>
        </div>
      )}
      {columns.map((column) => {
        const { id, align, isRowHeader, look: own = "", cell } = column;
        const looks = row === undefined ? "" : typeof own === "string" ? own : own(row);
        const outline = "group-focus:outline-2 group-focus:-outline-offset-2 group-focus:outline-signal";
        return (
          <div
            key={id}
            id={`${name}-${index}-${id}`}
            role={isRowHeader ? "rowheader" : "gridcell"}
            data-column={id}
            className={`relative flex min-w-0 items-center px-2 first:pl-4 ${align === undefined ? "" : ALIGN[align]} ${looks} ${id === active ? outline : ""}`}
          >
            {row === undefined ? (
              <span className="h-2 w-3/5 rounded-full bg-line" />
            ) : editor?.column === id ? (
              editor.field
            ) : (
              <span className="min-w-0 truncate">{cell(row, index)}</span>
            )}
          </div>
        );
      })}
    </div>
  );
}) as <Row>(props: RowProps<Row>) => ReactNode;

const ALIGN = { right: "justify-end text-right", center: "justify-center text-center" } as const;
