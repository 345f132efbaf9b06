"use client";

import { useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { ArrowDown, ArrowUp } from "lucide-react";
import type { MouseEvent, ReactNode, TouchEvent } from "react";

interface HeadProps {
  id: string;
  title: ReactNode;
  label: string | undefined;
  align: "right" | "center" | undefined;
  sorted: "ascending" | "descending" | null;
  onSort: (() => void) | undefined;
  canMove: boolean;
  onResizeStart: ((event: MouseEvent | TouchEvent) => void) | undefined;
}

const ALIGN = { right: "justify-end", center: "justify-center" } as const;

/** The head of a column: a click sorts, a drag moves it, a drag at its right edge makes it wider. */
export function GridHead({ id, title, label, align, sorted, onSort, canMove, onResizeStart }: HeadProps) {
  const { setNodeRef, listeners, transform, transition, isDragging } = useSortable({ id, disabled: !canMove });
  return (
    <div
      ref={setNodeRef}
      {...listeners}
      role="columnheader"
      aria-sort={sorted ?? undefined}
      title={label}
      className={`heading relative px-2 py-1.5 select-none first:pl-4 ${isDragging ? "z-20 bg-signal-wash" : ""}`}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      onClick={onSort}
    >
      <span className={`flex items-center gap-1 overflow-hidden ${align === undefined ? "" : ALIGN[align]}`}>
        <span className="truncate">{title}</span>
        {sorted === "ascending" && <ArrowUp size={11} aria-hidden className="shrink-0" />}
        {sorted === "descending" && <ArrowDown size={11} aria-hidden className="shrink-0" />}
      </span>
      {onResizeStart !== undefined && (
        <span
          className="absolute inset-y-1 right-0 w-1.5 cursor-col-resize border-r border-line hover:border-signal"
          onClick={(event) => event.stopPropagation()}
          onPointerDown={(event) => event.stopPropagation()}
          onMouseDown={(event) => {
            event.preventDefault();
            onResizeStart(event);
          }}
          onTouchStart={onResizeStart}
        />
      )}
    </div>
  );
}
