"use client";

import { useVirtualizer } from "@tanstack/react-virtual";
import { ArrowDown, ArrowUp, Check } from "lucide-react";
import {
  type DragEvent,
  type KeyboardEvent,
  type PointerEvent,
  type RefObject,
  useEffect,
  useRef,
  useState,
} from "react";
import { factField } from "@/core/contact";
import type { StoredContact } from "@/core/contract";
import { columnsOf, type Layout, type LogColumn } from "@/core/view";
import { useActions } from "../kit/actions";
import { LoadFailure } from "../kit/LoadFailure";
import { CellEditor } from "./CellEditor";
import { cellLook, cellOf } from "./columns";
import { isPicked, type Picked, withSet, withToggled } from "./selection";
import type { ContactRows } from "./useContactRows";

const ROW_HEIGHT = 28;
const NARROWEST = 36;
const PICK_TRACK = 34;

interface LogTableProps {
  rows: ContactRows;
  /** What is shown, as text: when it changes, the table begins at its first row again. */
  shown: string;
  layout: Layout;
  setLayout: (layout: Layout) => void;
  picked: Picked;
  setPicked: (picked: Picked) => void;
  /** What is said when nothing is shown. */
  emptyText: string;
  focusRef?: RefObject<HTMLDivElement | null>;
  /** A row was opened by Enter. */
  onOpen: (contact: StoredContact) => void;
  onDelete: (contact: StoredContact) => void;
  onPin: (contact: StoredContact) => void;
}

/**
 * The whole log, of which only what is in sight is drawn. Arrow keys move the cell, Home and End go to the ends,
 * Space selects, F2 edits.
 */
export function LogTable({
  rows,
  shown,
  layout,
  setLayout,
  picked,
  setPicked,
  emptyText,
  focusRef,
  onOpen,
  onDelete,
  onPin,
}: LogTableProps) {
  const scroller = useRef<HTMLDivElement>(null);
  const [active, setActive] = useState(0);
  const [activeColumn, setActiveColumn] = useState(1);
  const [anchor, setAnchor] = useState(0);
  const [editing, setEditing] = useState<{ readonly contact: StoredContact; readonly column: LogColumn } | null>(null);
  const [dragged, setDragged] = useState<string | null>(null);
  const [begunFor, setBegunFor] = useState(shown);
  if (begunFor !== shown) {
    setBegunFor(shown);
    setActive(0);
    setAnchor(0);
    setEditing(null);
  }
  useEffect(() => {
    if (scroller.current) scroller.current.scrollTop = 0;
  }, [shown]);
  const { window, state, show, reload, idsBetween } = rows;
  const { columns } = columnsOf(layout);
  const template = [`${PICK_TRACK}px`, ...columns.map(({ width }) => `${width}px`)].join(" ");
  const tableWidth = PICK_TRACK + columns.reduce((sum, { width }) => sum + width, 0);
  const virtualizer = useVirtualizer({
    count: window.total,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 20,
  });
  const items = virtualizer.getVirtualItems();
  const first = items[0]?.index ?? 0;
  const last = items.at(-1)?.index ?? 0;
  useEffect(() => show(first, last), [first, last, show, window]);
  const thisYear = new Date().getUTCFullYear();

  useActions([
    {
      id: "sortColumn",
      run: () => columns[activeColumn] && sortBy(columns[activeColumn].id),
    },
    {
      id: "pinRow",
      run: () => window.rows[active] && onPin(window.rows[active]),
    },
  ]);

  function sortBy(id: string) {
    const { sort } = layout;
    // Times are wanted from the newest, all else from the first.
    const descending = sort.column === id ? !sort.descending : id === "startedAt";
    setLayout({ ...layout, sort: { column: id, descending } });
  }

  function focusTable() {
    scroller.current?.focus();
  }

  async function pickTo(to: number) {
    const ids = await idsBetween(Math.min(anchor, to), Math.max(anchor, to));
    setPicked(withSet(picked, ids, true));
  }

  function edit(contact: StoredContact | undefined, column: LogColumn | undefined) {
    if (contact === undefined || column === undefined) return;
    if (factField(column.id) !== undefined || column.id === "pin") setEditing({ contact, column });
    else onOpen(contact);
  }

  function onKeyDown(event: KeyboardEvent) {
    if (event.target !== scroller.current || event.altKey) return;
    const page = Math.floor((scroller.current?.clientHeight ?? 400) / ROW_HEIGHT) - 2;
    const steps: Record<string, number> = {
      ArrowDown: 1,
      ArrowUp: -1,
      PageDown: page,
      PageUp: -page,
      Home: -Infinity,
      End: Infinity,
    };
    const step = steps[event.key];
    const contact = window.rows[active];
    const taken = () => {
      event.preventDefault();
      event.stopPropagation();
    };
    if (event.ctrlKey || event.metaKey) {
      if (event.key.toLowerCase() !== "a") return;
      taken();
      return setPicked({ kind: "all", except: new Set() });
    }
    if (step !== undefined) {
      taken();
      const next = Math.max(0, Math.min(window.total - 1, active + step));
      setActive(next);
      virtualizer.scrollToIndex(next);
      if (event.shiftKey) void pickTo(next);
      else setAnchor(next);
    } else if (event.key === "ArrowLeft" || event.key === "ArrowRight") {
      taken();
      const by = event.key === "ArrowLeft" ? -1 : 1;
      setActiveColumn(Math.max(0, Math.min(columns.length - 1, activeColumn + by)));
    } else if (event.key === "Enter" && contact) {
      taken();
      onOpen(contact);
    } else if (event.key === "Delete" && contact) {
      taken();
      onDelete(contact);
    } else if (event.key === "F2") {
      taken();
      edit(contact, columns[activeColumn]);
    } else if (event.key === " " && contact) {
      taken();
      setPicked(withToggled(picked, contact.id));
      setAnchor(active);
    } else if (event.key === "Escape" && (picked.kind === "all" || picked.ids.size > 0)) {
      taken();
      setPicked({ kind: "some", ids: new Set() });
    }
  }

  function onRowClick(index: number, contact: StoredContact | undefined, keys: { shift: boolean; ctrl: boolean }) {
    setActive(index);
    if (keys.shift) return void pickTo(index);
    setAnchor(index);
    if (keys.ctrl && contact) setPicked(withToggled(picked, contact.id));
  }

  function move(id: string, before: string) {
    if (id === before) return;
    const moved = layout.columns.find((column) => column.id === id);
    if (moved === undefined) return;
    const others = layout.columns.filter((column) => column !== moved);
    const from = layout.columns.indexOf(moved);
    const to = layout.columns.findIndex((column) => column.id === before);
    const at = others.findIndex((column) => column.id === before) + (from < to ? 1 : 0);
    setLayout({ ...layout, columns: [...others.slice(0, at), moved, ...others.slice(at)] });
  }

  function resize(id: string, width: number) {
    setLayout({
      ...layout,
      columns: layout.columns.map((column) => (column.id === id ? { id, width: Math.max(NARROWEST, width) } : column)),
    });
  }

  if (state === "failed") {
    return (
      <div className="bg-panel">
        <LoadFailure text="The log could not be loaded." onRetry={reload} />
      </div>
    );
  }
  if (state === "ready" && window.total === 0) {
    return <p className="bg-panel p-8 text-center text-soft">{emptyText}</p>;
  }
  return (
    <div
      ref={(element) => {
        scroller.current = element;
        if (focusRef) focusRef.current = element;
      }}
      role="grid"
      aria-label="Log"
      aria-multiselectable
      aria-rowcount={window.total + 1}
      aria-colcount={columns.length + 1}
      aria-activedescendant={`log-cell-${active}-${activeColumn}`}
      tabIndex={0}
      onKeyDown={onKeyDown}
      className="group min-h-0 overflow-auto border-t border-line bg-panel outline-none focus-visible:outline-2 focus-visible:-outline-offset-2"
    >
      <div
        role="row"
        aria-rowindex={1}
        className="sticky top-0 z-10 grid border-b border-line bg-panel"
        style={{ gridTemplateColumns: template, minWidth: tableWidth }}
      >
        <div role="columnheader">
          <span className="sr-only">Selected</span>
        </div>
        {columns.map((column) => (
          <Header
            key={column.id}
            column={column}
            sorted={layout.sort.column === column.id ? (layout.sort.descending ? "descending" : "ascending") : null}
            onSort={() => sortBy(column.id)}
            onWidth={(width) => resize(column.id, width)}
            dragging={dragged !== null}
            onDrag={setDragged}
            onDrop={() => dragged !== null && move(dragged, column.id)}
          />
        ))}
      </div>
      <div role="rowgroup" className="relative" style={{ height: virtualizer.getTotalSize(), minWidth: tableWidth }}>
        {items.map(({ index, start }) => {
          const contact = window.rows[index];
          return (
            <Row
              key={index}
              index={index}
              top={start}
              template={template}
              contact={contact}
              columns={columns}
              activeColumn={index === active ? activeColumn : null}
              picked={contact !== undefined && isPicked(picked, contact.id)}
              thisYear={thisYear}
              editing={editing !== null && editing.contact.id === contact?.id ? editing.column : null}
              onClick={(event, column) => {
                if (column !== null) setActiveColumn(column);
                onRowClick(index, contact, { shift: event.shiftKey, ctrl: event.ctrlKey || event.metaKey });
              }}
              onPick={() => contact && onRowClick(index, contact, { shift: false, ctrl: true })}
              onEdit={(column) => edit(contact, column)}
              onEdited={() => {
                setEditing(null);
                focusTable();
              }}
            />
          );
        })}
      </div>
    </div>
  );
}

interface HeaderProps {
  column: LogColumn;
  sorted: "ascending" | "descending" | null;
  onSort: () => void;
  onWidth: (width: number) => void;
  dragging: boolean;
  onDrag: (id: string | null) => void;
  onDrop: () => void;
}

/** The head of a column: a click sorts, a drag moves it, a drag at its right edge makes it wider. */
function Header({ column, sorted, onSort, onWidth, dragging, onDrag, onDrop }: HeaderProps) {
  const [resizing, setResizing] = useState<{ readonly x: number; readonly width: number } | null>(null);
  const onMove = (event: PointerEvent) => resizing && onWidth(resizing.width + event.clientX - resizing.x);
  return (
    <div
      role="columnheader"
      aria-sort={sorted ?? undefined}
      title={column.label}
      className={`heading relative select-none px-2 py-1.5 ${column.kind === "kHz" ? "text-right" : ""} ${dragging ? "hover:bg-signal-wash" : ""}`}
      draggable={resizing === null}
      onDragStart={(event: DragEvent) => {
        event.dataTransfer.effectAllowed = "move";
        onDrag(column.id);
      }}
      onDragEnd={() => onDrag(null)}
      onDragOver={(event) => dragging && event.preventDefault()}
      onDrop={(event) => {
        if (!dragging) return;
        event.preventDefault();
        event.stopPropagation();
        onDrop();
      }}
      onClick={onSort}
    >
      <span className="flex items-center gap-1 overflow-hidden">
        <span className="truncate">{column.title}</span>
        {sorted === "ascending" && <ArrowUp size={11} aria-hidden className="shrink-0" />}
        {sorted === "descending" && <ArrowDown size={11} aria-hidden className="shrink-0" />}
      </span>
      <span
        className="absolute inset-y-1 right-0 w-1.5 cursor-col-resize border-r border-line hover:border-signal"
        onClick={(event) => event.stopPropagation()}
        onPointerDown={(event) => {
          event.preventDefault();
          event.stopPropagation();
          event.currentTarget.setPointerCapture(event.pointerId);
          setResizing({ x: event.clientX, width: event.currentTarget.parentElement!.offsetWidth });
        }}
        onPointerMove={onMove}
        onPointerUp={() => setResizing(null)}
      />
    </div>
  );
}

interface RowProps {
  index: number;
  top: number;
  template: string;
  contact: StoredContact | undefined;
  columns: readonly LogColumn[];
  /** Which cell has the cursor; null in another row. */
  activeColumn: number | null;
  picked: boolean;
  thisYear: number;
  editing: LogColumn | null;
  onClick: (event: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }, column: number | null) => void;
  onPick: () => void;
  onEdit: (column: LogColumn) => void;
  onEdited: () => void;
}

function Row(props: RowProps) {
  const { index, top, template, contact, columns, activeColumn, picked, thisYear, editing } = props;
  const look = picked
    ? "bg-signal-wash"
    : activeColumn !== null
      ? "bg-raised group-focus:bg-hold-wash"
      : "hover:bg-raised";
  return (
    <div
      id={`log-row-${index}`}
      role="row"
      aria-rowindex={index + 2}
      aria-selected={picked}
      className={`absolute inset-x-0 grid h-7 items-stretch border-b border-line ${look}`}
      style={{ gridTemplateColumns: template, transform: `translateY(${top}px)` }}
    >
      <div role="gridcell" className="grid place-items-center" onClick={props.onPick}>
        <span
          className={`grid size-4 place-items-center rounded-[3px] border ${picked ? "border-signal bg-signal text-signal-ink" : "border-line"}`}
        >
          {picked && <Check size={12} aria-label="selected" />}
        </span>
      </div>
      {columns.map((column, at) => (
        <div
          key={column.id}
          id={`log-cell-${index}-${at}`}
          role="gridcell"
          onMouseDown={(event) => event.shiftKey && event.preventDefault()}
          onClick={(event) => props.onClick(event, at)}
          onDoubleClick={() => props.onEdit(column)}
          className={`relative flex min-w-0 items-center px-2 ${at === activeColumn ? "group-focus:outline-2 group-focus:-outline-offset-2 group-focus:outline-signal" : ""}`}
        >
          {contact === undefined ? (
            <span className="h-2 w-3/5 rounded-full bg-line" />
          ) : editing?.id === column.id ? (
            <CellEditor contact={contact} column={column} onDone={props.onEdited} />
          ) : (
            <span className={`w-full truncate ${cellLook(column)}`}>{cellOf(contact, column, thisYear)}</span>
          )}
        </div>
      ))}
    </div>
  );
}
