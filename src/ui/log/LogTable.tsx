"use client";

import { useVirtualizer } from "@tanstack/react-virtual";
import { type KeyboardEvent, type RefObject, useEffect, useRef, useState } from "react";
import type { StoredContact } from "@/core/contract";
import { LoadFailure } from "../kit/LoadFailure";
import { type Column, LOG_COLUMNS } from "./columns";
import type { ContactRows } from "./useContactRows";

const ROW_HEIGHT = 28;
const TEMPLATE = LOG_COLUMNS.map((column) => column.track).join(" ");

interface LogTableProps {
  rows: ContactRows;
  /** How the calls that are shown begin; "" for all. */
  find: string;
  focusRef?: RefObject<HTMLDivElement | null>;
  /** A row was opened by Enter or a double click. */
  onOpen: (contact: StoredContact) => void;
  onDelete: (contact: StoredContact) => void;
}

/** The whole log, of which only what is in sight is drawn. Arrow keys move the row, Home and End go to the ends. */
export function LogTable({ rows, find, focusRef, onOpen, onDelete }: LogTableProps) {
  const scroller = useRef<HTMLDivElement>(null);
  const [active, setActive] = useState(0);
  const { window, state, show, reload } = rows;
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

  function onKeyDown(event: KeyboardEvent) {
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
    const act = event.key === "Enter" ? onOpen : event.key === "Delete" ? onDelete : undefined;
    if ((step === undefined && act === undefined) || event.altKey || event.ctrlKey) return;
    event.preventDefault();
    event.stopPropagation();
    if (act !== undefined) return void (contact && act(contact));
    const next = Math.max(0, Math.min(window.total - 1, active + (step ?? 0)));
    setActive(next);
    virtualizer.scrollToIndex(next);
  }

  if (state === "failed" && window.rows.length === 0) {
    return (
      <div className="bg-panel">
        <LoadFailure text="The log could not be loaded." onRetry={reload} />
      </div>
    );
  }
  if (state === "ready" && window.total === 0) {
    return (
      <p className="bg-panel p-8 text-center text-soft">
        {find === ""
          ? "No contact yet. Type a call above and press Enter, or import a log file."
          : `No call in the log begins with ${find}.`}
      </p>
    );
  }
  return (
    <div
      ref={(element) => {
        scroller.current = element;
        if (focusRef) focusRef.current = element;
      }}
      role="grid"
      aria-label="Log"
      aria-rowcount={window.total + 1}
      aria-colcount={LOG_COLUMNS.length}
      aria-activedescendant={`log-row-${active}`}
      tabIndex={0}
      onKeyDown={onKeyDown}
      className="group min-h-0 overflow-auto border-t border-line bg-panel outline-none focus-visible:outline-2 focus-visible:-outline-offset-2"
    >
      <div
        role="row"
        aria-rowindex={1}
        className="sticky top-0 z-10 grid min-w-[1080px] border-b border-line bg-panel"
        style={{ gridTemplateColumns: TEMPLATE }}
      >
        {LOG_COLUMNS.map((column) => (
          <div
            key={column.id}
            role="columnheader"
            className={`heading px-2 py-1.5 first:pl-4 ${column.right ? "text-right" : ""}`}
          >
            {column.title}
          </div>
        ))}
      </div>
      <div role="rowgroup" className="relative min-w-[1080px]" style={{ height: virtualizer.getTotalSize() }}>
        {items.map(({ index, start }) => (
          <Row
            key={index}
            index={index}
            top={start}
            contact={window.rows[index]}
            active={index === active}
            thisYear={thisYear}
            onPick={setActive}
            onOpen={onOpen}
          />
        ))}
      </div>
    </div>
  );
}

interface RowProps {
  index: number;
  top: number;
  contact: StoredContact | undefined;
  active: boolean;
  thisYear: number;
  onPick: (index: number) => void;
  onOpen: (contact: StoredContact) => void;
}

function Row({ index, top, contact, active, thisYear, onPick, onOpen }: RowProps) {
  return (
    <div
      id={`log-row-${index}`}
      role="row"
      aria-rowindex={index + 2}
      aria-selected={active}
      onMouseDown={() => onPick(index)}
      onDoubleClick={() => contact && onOpen(contact)}
      className={`absolute inset-x-0 grid h-7 items-center border-b border-line ${active ? "bg-raised group-focus:bg-signal-wash" : "hover:bg-raised"}`}
      style={{ gridTemplateColumns: TEMPLATE, transform: `translateY(${top}px)` }}
    >
      {LOG_COLUMNS.map((column) => (
        <Cell key={column.id} column={column} contact={contact} thisYear={thisYear} />
      ))}
    </div>
  );
}

function Cell({ column, contact, thisYear }: { column: Column; contact: StoredContact | undefined; thisYear: number }) {
  const look = `${column.mono ? "font-mono" : ""} ${column.right ? "text-right" : ""}`;
  return (
    <div role="gridcell" className={`truncate px-2 first:pl-4 ${look}`}>
      {contact === undefined ? (
        <span className="inline-block h-2 w-3/5 rounded-full bg-line" />
      ) : (
        column.cell(contact, thisYear)
      )}
    </div>
  );
}
