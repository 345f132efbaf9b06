import type { ReactNode } from "react";

/** A column of a DataGrid. */
export interface GridColumn<Row> {
  readonly id: string;
  readonly title: ReactNode;
  /** What it is, at length, where the title is short. */
  readonly label?: string;
  /** Pixels that it needs; on a wide screen it has its part of what is left. */
  readonly width: number;
  readonly align?: "right" | "center";
  readonly isRowHeader?: boolean;
  /** It stays as wide as it is. */
  readonly fixed?: boolean;
  /** The keys pass it over. */
  readonly passedOver?: boolean;
  /** The table is not ordered by it. */
  readonly unsorted?: boolean;
  readonly look?: string | ((row: Row) => string);
  readonly cell: (row: Row, index: number) => ReactNode;
}

/** Which columns a grid shows, in which order, and the widths of those that the operator gave one. */
export interface GridColumns {
  readonly order: readonly string[];
  readonly widths: Readonly<Record<string, number>>;
}

export interface GridSort {
  readonly column: string;
  readonly descending: boolean;
}
