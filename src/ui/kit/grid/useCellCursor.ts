import { type KeyboardEvent, useState } from "react";

/** The cell that the keys are at. */
export interface Cell {
  readonly row: number;
  readonly column: number;
}

interface Size {
  readonly rows: number;
  readonly columns: number;
  /** Rows that a page key goes. */
  readonly page: number;
}

/** The cell that a key goes to from another; null for a key that goes nowhere. */
export function stepTo(key: string, { row, column }: Cell, { rows, columns, page }: Size): Cell | null {
  const steps: Readonly<Record<string, readonly [number, number]>> = {
    ArrowDown: [1, 0],
    ArrowUp: [-1, 0],
    ArrowRight: [0, 1],
    ArrowLeft: [0, -1],
    PageDown: [page, 0],
    PageUp: [-page, 0],
    Home: [-rows, 0],
    End: [rows, 0],
  };
  const step = steps[key];
  if (step === undefined) return null;
  return { row: within(row + step[0], rows), column: within(column + step[1], columns) };
}

function within(at: number, count: number): number {
  return Math.max(0, Math.min(count - 1, at));
}

/**
 * Where the keys are in a table, and how they move: arrows by a cell, the page keys by a page, Home and End to the
 * ends. It stays within the table when that becomes smaller, and goes back to the first row when `shown` changes.
 */
export function useCellCursor(size: Size, begin: Cell, shown: string) {
  const [cell, setCell] = useState(begin);
  const [begunFor, setBegunFor] = useState(shown);
  if (begunFor !== shown) {
    setBegunFor(shown);
    setCell({ row: 0, column: cell.column });
  }
  const current = { row: within(cell.row, size.rows), column: within(cell.column, size.columns) };
  return {
    ...current,
    set: setCell,
    /** The cell that a key goes to, which is taken; null for a key that goes nowhere. */
    onKey({ key, ctrlKey, metaKey, altKey }: KeyboardEvent): Cell | null {
      const next = ctrlKey || metaKey || altKey ? null : stepTo(key, current, size);
      if (next !== null) setCell(next);
      return next;
    },
  };
}
