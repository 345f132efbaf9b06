import { type Award, type AwardItem, describeItem, stateOf } from "@/core/award";
import { compareBands, type ModeGroup, USUAL_BANDS } from "@/core/band";
import type { AwardTable, HeldCredit } from "@/core/contract";

export type Group = "mixed" | ModeGroup;
export type Cell = "none" | "hold" | "safe" | "claimed" | "granted";

export interface AwardRow {
  readonly item: AwardItem;
  /** One a band, in the order of the columns; the first is all bands together. */
  readonly cells: readonly Cell[];
  readonly contacts: number;
  /** Whether a credit of it could be claimed. */
  readonly claimable: boolean;
}

export interface Progress {
  readonly bands: readonly string[];
  readonly rows: readonly AwardRow[];
  /** How many of the items that were worked count no more for new contacts. */
  readonly deleted: number;
  /** One a column, as the cells; with those that are deleted. */
  readonly totals: readonly { readonly worked: number; readonly confirmed: number }[];
}

export type Shown = "worked" | "unconfirmed" | "claimable" | "deleted" | "missing" | "all";
export type Order = "name" | "note" | "contacts";

/**
 * The award's table from its slots, and from its credits as far as there are any, for one mode group or all together.
 * Deleted items show only when worked. A band of one mode group has no credit of its own.
 */
export function progressOf(
  award: Award,
  table: AwardTable,
  group: Group,
  credits: readonly Pick<HeldCredit, "item" | "on" | "state">[] = [],
): Progress {
  // One that was granted before may have been claimed again: what is granted holds.
  const stands = new Map(
    (["claimed", "granted"] as const).flatMap((one) =>
      credits.filter(({ state }) => state === one).map(({ item, on }) => [`${item}\n${on}`, one] as const),
    ),
  );
  const creditOf = (item: string, on: string): Cell | undefined => stands.get(`${item}\n${on}`);
  const refused = new Map<string, number>();
  for (const { item, on, state } of credits)
    if (state === "refused") refused.set(`${item}\n${on}`, (refused.get(`${item}\n${on}`) ?? 0) + 1);
  /** Whether a contact confirms it that was not refused for it. */
  const isOpen = (item: string, on: string, own: AwardTable["slots"]) =>
    own.reduce((sum, slot) => sum + slot.confirmed, 0) > (refused.get(`${item}\n${on}`) ?? 0);
  const slots = table.slots.filter((slot) => group === "mixed" || slot.modeGroup === group);
  const bands = [...new Set([...USUAL_BANDS, ...table.slots.map((slot) => slot.band)])].sort(compareBands);
  const byItem = new Map<string, AwardTable["slots"]>();
  for (const slot of slots) {
    const own = byItem.get(slot.item);
    if (own === undefined) byItem.set(slot.item, [slot]);
    else own.push(slot);
  }
  const listed = award.universe ?? [];
  const known = new Set(listed.map(({ item }) => item));
  const others = [...byItem.keys()].filter((item) => !known.has(item)).map((item) => describeItem(award, item));
  const rows = [...listed, ...others]
    .filter(({ item, deleted }) => !deleted || byItem.has(item))
    .map((item) => {
      const own = byItem.get(item.item) ?? [];
      const whole = group === "mixed" ? "" : group;
      const inAll = creditOf(item.item, whole) ?? stateOf(own);
      const onBands = bands.map(
        (band) =>
          (group === "mixed" ? creditOf(item.item, band) : undefined) ??
          stateOf(own.filter((slot) => slot.band === band)),
      );
      const claimable =
        (inAll === "safe" &&
          award.told.includes(group === "mixed" ? "item" : "mode") &&
          isOpen(item.item, whole, own)) ||
        (group === "mixed" &&
          award.told.includes("band") &&
          bands.some(
            (band, at) =>
              onBands[at] === "safe" &&
              isOpen(
                item.item,
                band,
                own.filter((slot) => slot.band === band),
              ),
          ));
      const contacts = own.reduce((sum, slot) => sum + slot.worked, 0);
      return { item, cells: [inAll, ...onBands], contacts, claimable };
    });
  const totals = ["", ...bands].map((_, column) => ({
    worked: rows.filter((row) => row.cells[column] !== "none").length,
    confirmed: rows.filter((row) => isConfirmedCell(row.cells[column]!)).length,
  }));
  const deleted = rows.filter(({ item, cells: [all] }) => item.deleted && all !== "none").length;
  return { bands, rows, deleted, totals };
}

function isConfirmedCell(cell: Cell): boolean {
  return cell !== "none" && cell !== "hold";
}

const collator = new Intl.Collator("en", { numeric: true });

/** The rows to show, in their order. The search looks at names and what stands behind them. */
export function selectRows(rows: readonly AwardRow[], shown: Shown, search: string, order: Order): AwardRow[] {
  const wanted = fold(search);
  const fits = ({ item, cells: [all], claimable }: AwardRow) =>
    (shown === "all" ||
      (shown === "claimable" && claimable) ||
      (shown === "deleted" && item.deleted) ||
      (shown === "worked" && all !== "none") ||
      (shown === "unconfirmed" && all === "hold") ||
      (shown === "missing" && all === "none")) &&
    (wanted === "" || fold(item.name).includes(wanted) || fold(item.note).startsWith(wanted));
  const byName = (a: AwardRow, b: AwardRow) => collator.compare(a.item.name, b.item.name);
  const compare: Record<Order, (a: AwardRow, b: AwardRow) => number> = {
    name: byName,
    note: (a, b) => (a.item.note < b.item.note ? -1 : 1),
    contacts: (a, b) => b.contacts - a.contacts || byName(a, b),
  };
  return rows.filter(fits).sort(compare[order]);
}

export function fold(text: string): string {
  return text.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase().trim();
}
