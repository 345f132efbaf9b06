import { compareBands, MODE_GROUPS, type ModeGroup } from "../band";

/** How many contacts with an entity, on a band in a mode group, a log has, and how many of them are confirmed. */
export interface ChartCell {
  /** Null for contacts that are of no entity, as at sea. */
  readonly entityCode: number | null;
  readonly band: string;
  readonly modeGroup: ModeGroup;
  readonly contacts: number;
  readonly confirmed: number;
}

/** What a figure counts: contacts, their entities, or their slots; of those there, or of those confirmed. */
const COUNTED = {
  contacts: { each: "contact", side: "contacts" },
  confirmed: { each: "contact", side: "confirmed" },
  entities: { each: "entity", side: "contacts" },
  confirmedEntities: { each: "entity", side: "confirmed" },
  slots: { each: "slot", side: "contacts" },
  confirmedSlots: { each: "slot", side: "confirmed" },
} as const;
export type Figure = keyof typeof COUNTED;
export const FIGURES = Object.keys(COUNTED) as [Figure, ...Figure[]];
export type Figures = Readonly<Record<Figure, number>>;

/** A part of a chart: a band, a mode group, both; null for all of them. */
export interface ChartPart {
  readonly band: string | null;
  readonly modeGroup: ModeGroup | null;
}

/** The figures of a part. */
export interface ChartLine extends ChartPart {
  readonly figures: Figures;
}

const isWithin = (cell: ChartCell, { band, modeGroup }: ChartPart) =>
  (band === null || cell.band === band) && (modeGroup === null || cell.modeGroup === modeGroup);

/** The figures of a chart: of all of it first, then by mode group, by band, and by both; the lowest band first. */
export function figuresOf(cells: readonly ChartCell[]): ChartLine[] {
  const bands = [...new Set(cells.map(({ band }) => band))].sort(compareBands);
  const groups = MODE_GROUPS.filter((group) => cells.some(({ modeGroup }) => modeGroup === group));
  return [null, ...bands].flatMap((band) => {
    const onBand = band === null ? cells : cells.filter((cell) => cell.band === band);
    return [null, ...groups].flatMap((modeGroup) => {
      const within = onBand.filter((cell) => isWithin(cell, { band, modeGroup }));
      return within.length === 0 && band !== null ? [] : [{ band, modeGroup, figures: countedIn(within) }];
    });
  });
}

function countedIn(cells: readonly ChartCell[]): Figures {
  const figures = Object.fromEntries(FIGURES.map((figure) => [figure, 0])) as Record<Figure, number>;
  const entities = { contacts: new Set<number>(), confirmed: new Set<number>() };
  const slots = { contacts: new Set<string>(), confirmed: new Set<string>() };
  for (const { entityCode, band, modeGroup, ...cell } of cells) {
    for (const side of ["contacts", "confirmed"] as const) {
      figures[side] += cell[side];
      if (cell[side] === 0 || entityCode === null) continue;
      entities[side].add(entityCode);
      slots[side].add(`${entityCode} ${band} ${modeGroup}`);
    }
  }
  return {
    ...figures,
    entities: entities.contacts.size,
    confirmedEntities: entities.confirmed.size,
    slots: slots.contacts.size,
    confirmedSlots: slots.confirmed.size,
  };
}

/** Which of a figure's two sides a contact moves: that it is there, or that it is confirmed. */
export function sideOf(figure: Figure): "contacts" | "confirmed" {
  return COUNTED[figure].side;
}

/** A contact as a chart counts it. */
export type Charted = Pick<ChartCell, "entityCode" | "band" | "modeGroup">;

/**
 * Makes the test whether a contact moves a figure of a part, given the chart as it was before. Of entities and slots it
 * is moved by all contacts with one that was not counted there before.
 */
export function moves(before: readonly ChartCell[], figure: Figure, part: ChartPart): (contact: Charted) => boolean {
  const { each, side } = COUNTED[figure];
  const keyOf = ({ entityCode, band, modeGroup }: Charted) =>
    each === "entity" ? String(entityCode) : `${entityCode} ${band} ${modeGroup}`;
  const had = new Set(before.filter((cell) => cell[side] > 0 && isWithin(cell, part)).map(keyOf));
  return (contact) => {
    if (!isWithin({ ...contact, contacts: 1, confirmed: 1 }, part)) return false;
    return each === "contact" || (contact.entityCode !== null && !had.has(keyOf(contact)));
  };
}
