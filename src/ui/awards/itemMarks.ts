import { type Award, describeItem } from "@/core/award";
import type { AwardPlace } from "@/core/contract";
import type { Point } from "@/core/geo";
import type { AwardRow, Cell } from "./progress";

/** An item on the map. */
export interface ItemMark {
  readonly row: AwardRow;
  readonly point: Point;
}

/** Where the items of an award stand: where they lie, or else where the contacts with them went. */
export function itemMarks(award: Award, rows: readonly AwardRow[], places: readonly AwardPlace[]): ItemMark[] {
  const byContacts = new Map(places.map((place) => [place.item, place]));
  return rows.flatMap((row) => {
    const { item } = row.item;
    const point = award.placeOf?.(item) ?? byContacts.get(item);
    return point === undefined ? [] : [{ row, point }];
  });
}

/** What of an item is shown at its mark: what is short. */
export function markText(award: Award, item: string): string {
  const { note, name } = describeItem(award, item);
  return note === "" ? (award.universe === null ? name : item) : note;
}

const WORDS: Readonly<Record<Cell, string>> = {
  none: "never worked",
  hold: "worked, not confirmed",
  safe: "confirmed",
  claimed: "claimed",
  granted: "granted",
};

export function stateText({ item, cells: [all] }: AwardRow): string {
  return `${item.name}: ${WORDS[all!]}`;
}
