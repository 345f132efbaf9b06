"use client";

import { type KeyboardEvent, type MouseEvent, type RefObject, useCallback, useMemo, useRef, useState } from "react";
import { factField } from "@/core/contact";
import type { StoredContact } from "@/core/contract";
import { columnById, type Layout, LOG_COLUMNS, type LogColumn } from "@/core/view";
import { useActions } from "../kit/actions";
import type { GridColumn, GridColumns } from "../kit/grid/column";
import { DataGrid } from "../kit/grid/DataGrid";
import { LoadFailure } from "../kit/LoadFailure";
import { CellEditor, factCell } from "./CellEditor";
import { cellLook, cellOf } from "./columns";
import { ALL_PICKED, isPicked, NONE_PICKED, type Picked, withSet, withToggled } from "./selection";
import type { ContactRows } from "./useContactRows";

interface LogTableProps {
  rows: ContactRows;
  /** What is shown, as text: when it changes, the table begins at its first row again. */
  shown: string;
  /** Whether the rows are those of what was asked for, or still those of before. */
  isReady: boolean;
  layout: Layout;
  setLayout: (layout: Layout) => void;
  picked: Picked;
  setPicked: (change: (now: Picked) => Picked) => void;
  /** What is said when nothing is shown. */
  emptyText: string;
  focusRef: RefObject<HTMLDivElement | null>;
  /** A row was opened by Enter. */
  onOpen: (contact: StoredContact) => void;
  onDelete: (contact: StoredContact) => void;
  onPin: (contact: StoredContact) => void;
}

/** The whole log. Space selects, Shift with arrows selects more, F2 edits a cell. */
export function LogTable(props: LogTableProps) {
  const { rows, shown, layout, setLayout, picked, setPicked, emptyText, focusRef, onOpen, onDelete, onPin } = props;
  const [anchor, setAnchor] = useState({ of: shown, row: 0 });
  const [editing, setEditing] = useState<{ readonly contact: StoredContact; readonly column: string } | null>(null);
  const cursor = useRef<{ readonly row: number; readonly column: string } | null>(null);
  const { window, state, show, reload, idsBetween } = rows;
  const thisYear = new Date().getUTCFullYear();
  const columns = useMemo(() => LOG_COLUMNS.map((column) => gridColumn(column, thisYear)), [thisYear]);
  const rowAt = useCallback((index: number) => window.rows[index], [window]);

  useActions([
    { id: "sortColumn", run: () => cursor.current && sortBy(cursor.current.column) },
    {
      id: "pinRow",
      run: () => {
        const contact = window.rows[cursor.current?.row ?? 0];
        if (contact !== undefined && props.isReady) onPin(contact);
      },
    },
  ]);

  function sortBy(id: string) {
    const { sort } = layout;
    // Times are wanted from the newest, all else from the first.
    const descending = sort.column === id ? !sort.descending : id === "startedAt";
    setLayout({ ...layout, sort: { column: id, descending } });
  }

  async function pickTo(from: number, to: number) {
    const ids = await idsBetween(Math.min(from, to), Math.max(from, to));
    if (ids !== null) setPicked((now) => withSet(now, ids, true));
  }

  function goTo(from: number, to: number, withShift: boolean) {
    const begin = anchor.of === shown ? anchor.row : from;
    setAnchor({ of: shown, row: withShift ? begin : to });
    if (withShift) void pickTo(begin, to);
  }

  function pick({ id }: StoredContact, index: number) {
    setPicked((now) => withToggled(now, id));
    setAnchor({ of: shown, row: index });
  }

  function onKey(event: KeyboardEvent, contact: StoredContact | undefined, index: number): boolean {
    if (event.ctrlKey || event.metaKey) {
      if (event.key.toLowerCase() !== "a") return false;
      setPicked(() => ALL_PICKED);
    } else if (event.key === "Delete" && contact) onDelete(contact);
    else if (event.key === " " && contact) pick(contact, index);
    else if (event.key === "Escape" && (picked.kind === "all" || picked.ids.size > 0)) setPicked(() => NONE_PICKED);
    else return false;
    return true;
  }

  function onCellClick(event: MouseEvent, index: number) {
    const contact = window.rows[index];
    if (!event.shiftKey && (event.ctrlKey || event.metaKey) && contact) {
      setPicked((now) => withToggled(now, contact.id));
    }
    goTo(index, index, event.shiftKey);
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
    <DataGrid
      name="log"
      label="Log"
      columns={columns}
      shownColumns={shownColumns(layout)}
      onColumns={({ order, widths }) =>
        setLayout({
          ...layout,
          columns: [
            ...order.map((id) => ({ id, ...(widths[id] === undefined ? {} : { width: Math.round(widths[id]) }) })),
            ...layout.columns.filter(({ id }) => columnById(id) === undefined),
          ],
        })
      }
      count={window.total}
      rowAt={rowAt}
      rowHeight={28}
      shown={shown}
      isReady={props.isReady}
      beginAt={1}
      gridRef={focusRef}
      cursorRef={cursor}
      sort={layout.sort}
      onSort={sortBy}
      onPick={pick}
      rowLook={(contact, isActive) =>
        contact !== undefined && isPicked(picked, contact.id)
          ? "bg-signal-wash"
          : isActive
            ? "bg-raised group-focus:bg-hold-wash"
            : "hover:bg-raised"
      }
      isSelected={(contact) => isPicked(picked, contact.id)}
      editor={(contact) =>
        editing?.contact.id === contact.id
          ? {
              column: editing.column,
              field: (
                <CellEditor
                  contact={contact}
                  cell={factCell(columnById(editing.column)!)}
                  onDone={() => {
                    setEditing(null);
                    focusRef.current?.focus();
                  }}
                />
              ),
            }
          : null
      }
      onRange={show}
      onOpen={onOpen}
      onEdit={(contact, { id }) =>
        factField(id) !== undefined || id === "pin" ? setEditing({ contact, column: id }) : onOpen(contact)
      }
      onMoved={goTo}
      onCellClick={onCellClick}
      onKey={onKey}
    />
  );
}

/** Words may be long, and take what a wide screen has left; figures, times and reports are as long as they are. */
const GROWING: ReadonlySet<string> = new Set(["text", "long", "upper", "entity"]);
const SHORT = 60;

function gridColumn(column: LogColumn, thisYear: number): GridColumn<StoredContact> {
  const { id, title, label, width, kind } = column;
  return {
    id,
    title,
    label,
    width,
    ...(kind === "kHz" || kind === "watts" ? { align: "right" } : {}),
    fixed: !GROWING.has(kind) || width < SHORT,
    look: cellLook(column),
    cell: (contact) => cellOf(contact, column, thisYear),
  };
}

/** What a layout shows. The usual width is none of a column's own. */
function shownColumns({ columns }: Layout): GridColumns {
  const known = columns.filter(({ id }) => columnById(id) !== undefined);
  const own = known.filter(({ id, width }) => width !== undefined && width !== columnById(id)!.width);
  return {
    order: known.map(({ id }) => id),
    widths: Object.fromEntries(own.map(({ id, width }) => [id, width!])),
  };
}
