import { stateOf } from "@/core/award";
import { compareBands, type ModeGroup, USUAL_BANDS } from "@/core/band";
import type { EntityTable } from "@/core/contract";
import { ENTITIES, type Entity } from "@/core/entity";

export type Group = "mixed" | ModeGroup;
export type Cell = "none" | "hold" | "safe";

export interface EntityRow {
  readonly entity: Entity;
  /** One a band, in the order of the columns; the first is all bands together. */
  readonly cells: readonly Cell[];
  readonly contacts: number;
}

export interface Progress {
  readonly bands: readonly string[];
  readonly rows: readonly EntityRow[];
  /** One a column, as the cells. */
  readonly totals: readonly { readonly worked: number; readonly confirmed: number }[];
}

export type Shown = "worked" | "unconfirmed" | "missing" | "all";
export type Order = "name" | "prefix" | "contacts";

/** The award's table from its slots, for one mode group or all together. Deleted entities show only when worked. */
export function progressOf(table: EntityTable, group: Group): Progress {
  const slots = table.slots.filter((slot) => group === "mixed" || slot.modeGroup === group);
  const bands = [...new Set([...USUAL_BANDS, ...table.slots.map((slot) => slot.band)])].sort(compareBands);
  const byEntity = new Map<number, EntityTable["slots"]>();
  for (const slot of slots) byEntity.set(slot.entityCode, [...(byEntity.get(slot.entityCode) ?? []), slot]);
  const rows = ENTITIES.filter((entity) => !entity.deleted || byEntity.has(entity.code)).map((entity) => {
    const own = byEntity.get(entity.code) ?? [];
    const cells = [stateOf(own), ...bands.map((band) => stateOf(own.filter((slot) => slot.band === band)))];
    return { entity, cells, contacts: own.reduce((sum, slot) => sum + slot.worked, 0) };
  });
  const totals = ["", ...bands].map((_, column) => ({
    worked: rows.filter((row) => row.cells[column] !== "none").length,
    confirmed: rows.filter((row) => row.cells[column] === "safe").length,
  }));
  return { bands, rows, totals };
}

/** The rows to show, in their order. The search looks at names and prefixes. */
export function selectRows(rows: readonly EntityRow[], shown: Shown, search: string, order: Order): EntityRow[] {
  const wanted = fold(search);
  const fits = ({ entity, cells: [all] }: EntityRow) =>
    (shown === "all" ||
      (shown === "worked" && all !== "none") ||
      (shown === "unconfirmed" && all === "hold") ||
      (shown === "missing" && all === "none")) &&
    (wanted === "" || fold(entity.name).includes(wanted) || fold(entity.prefix).startsWith(wanted));
  const compare: Record<Order, (a: EntityRow, b: EntityRow) => number> = {
    name: (a, b) => a.entity.name.localeCompare(b.entity.name, "en"),
    prefix: (a, b) => (a.entity.prefix < b.entity.prefix ? -1 : 1),
    contacts: (a, b) => b.contacts - a.contacts || a.entity.name.localeCompare(b.entity.name, "en"),
  };
  return rows.filter(fits).sort(compare[order]);
}

function fold(text: string): string {
  return text.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase().trim();
}
