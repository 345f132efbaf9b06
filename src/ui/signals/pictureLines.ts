import type { PictureRow } from "@/core/contract";

/** A line of the picture: the loudest of some rows, place by place. */
export interface PictureLine {
  readonly row: PictureRow;
  readonly levels: Uint8Array;
}

/** The lines of a picture, the newest first; so many and no more. */
export interface PictureLines {
  /** A row came; true when it ended a line. */
  take(row: PictureRow, levels: Uint8Array): boolean;
  /** Rows that make a line from now on. */
  setPace(rows: number): void;
  /** The line so many before the newest. */
  at(nth: number): PictureLine | undefined;
  readonly length: number;
}

export function createPictureLines(most: number): PictureLines {
  const ring: PictureLine[] = [];
  let newest = -1;
  let pace = 1;
  let begun: { row: PictureRow; levels: Uint8Array; rows: number } | null = null;

  return {
    take(row, levels) {
      const isSame = begun !== null && begun.row.lowHz === row.lowHz && begun.levels.length === levels.length;
      if (begun === null || !isSame) begun = { row, levels: levels.slice(), rows: 0 };
      else {
        begun.row = row;
        for (let place = 0; place < levels.length; place++)
          if (levels[place]! > begun.levels[place]!) begun.levels[place] = levels[place]!;
      }
      if (++begun.rows < pace) return false;
      newest = (newest + 1) % most;
      ring[newest] = begun;
      begun = null;
      return true;
    },
    setPace(rows) {
      pace = rows;
    },
    at: (nth) => (nth >= ring.length ? undefined : ring[(newest - nth + ring.length) % ring.length]),
    get length() {
      return ring.length;
    },
  };
}

/**
 * Which places of a row stand in each column of a picture: from one to below the next, and where several columns share
 * a place, that one; -1 where the row has none.
 *
 * @param columns how many there are from the low to the high end of what is in sight
 */
export function placesOfColumns(
  { lowHz, placeHz, bytes }: Pick<PictureRow, "lowHz" | "placeHz" | "bytes">,
  view: { readonly lowHz: number; readonly highHz: number },
  columns: number,
): Int32Array {
  const perColumn = (view.highHz - view.lowHz) / columns;
  const placeOf = (column: number) => Math.round((view.lowHz + column * perColumn - lowHz) / placeHz);
  const places = new Int32Array(columns * 2);
  for (let column = 0; column < columns; column++) {
    const from = placeOf(column);
    const to = Math.max(from + 1, placeOf(column + 1));
    const isIn = to > 0 && from < bytes;
    places[column * 2] = isIn ? Math.max(0, from) : -1;
    places[column * 2 + 1] = isIn ? Math.min(bytes, to) : -1;
  }
  return places;
}

/** The loudest of some places. */
export function loudestOf(levels: ArrayLike<number>, from: number, to: number): number {
  let loudest = levels[from]!;
  for (let place = from + 1; place < to; place++) if (levels[place]! > loudest) loudest = levels[place]!;
  return loudest;
}
