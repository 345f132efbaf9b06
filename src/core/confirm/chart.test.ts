import fc from "fast-check";
import { MODE_GROUPS } from "../band";
import { type ChartCell, type Charted, FIGURES, figuresOf, moves, sideOf } from "./chart";

const cell = (
  entityCode: number | null,
  band: string,
  modeGroup: ChartCell["modeGroup"],
  contacts: number,
  confirmed = 0,
): ChartCell => ({ entityCode, band, modeGroup, contacts, confirmed });
/** Germany, the Faroes, and a ship. */
const CHART = [
  cell(230, "20m", "CW", 4, 2),
  cell(230, "20m", "voice", 1),
  cell(230, "40m", "CW", 2, 1),
  cell(222, "20m", "CW", 1, 1),
  cell(null, "20m", "CW", 3, 2),
];
const at = (band: string | null, modeGroup: ChartCell["modeGroup"] | null) =>
  figuresOf(CHART).find((line) => line.band === band && line.modeGroup === modeGroup)?.figures;

test("figures are of all, of bands, of mode groups and of both; contacts of no entity fill none", () => {
  expect(at(null, null)).toEqual({
    ...{ contacts: 11, confirmed: 6 },
    ...{ entities: 2, confirmedEntities: 2 },
    ...{ slots: 4, confirmedSlots: 3 },
  });
  expect(at("20m", null)).toMatchObject({ contacts: 9, confirmed: 5, entities: 2, confirmedEntities: 2, slots: 3 });
  expect(at(null, "CW")).toMatchObject({ contacts: 10, entities: 2, slots: 3, confirmedSlots: 3 });
  expect(at("20m", "voice")).toMatchObject({ contacts: 1, confirmed: 0, entities: 1, confirmedEntities: 0 });
  expect(at("40m", "voice")).toBeUndefined();
  expect(figuresOf(CHART).map(({ band, modeGroup }) => [band, modeGroup])).toEqual([
    [null, null],
    [null, "CW"],
    [null, "voice"],
    ["40m", null],
    ["40m", "CW"],
    ["20m", null],
    ["20m", "CW"],
    ["20m", "voice"],
  ]);
  expect(figuresOf([])).toEqual([
    { band: null, modeGroup: null, figures: expect.objectContaining({ contacts: 0 }) as object },
  ]);
});

const contacts = fc.array(
  fc.record({
    entityCode: fc.option(fc.constantFrom(1, 6, 222, 230)),
    band: fc.constantFrom("40m", "20m", "10m"),
    modeGroup: fc.constantFrom(...MODE_GROUPS),
    confirmed: fc.boolean(),
  }),
);
type Made = Charted & { readonly confirmed: boolean };
function chartOf(made: readonly Made[]): ChartCell[] {
  return made.map(({ confirmed, ...facts }) => ({ ...facts, contacts: 1, confirmed: confirmed ? 1 : 0 }));
}
const keyOf = ({ entityCode, band, modeGroup }: Charted, isSlot: boolean) =>
  isSlot ? `${entityCode} ${band} ${modeGroup}` : String(entityCode);

test("what moves a figure is as much as the figure grows by", () => {
  fc.assert(
    fc.property(contacts, contacts, fc.constantFrom(...FIGURES), (had, came, figure) => {
      const before = chartOf(had);
      const after = figuresOf([...before, ...chartOf(came)]);
      const gained = figuresOf(before);
      for (const { band, modeGroup, figures } of after) {
        const was = gained.find((line) => line.band === band && line.modeGroup === modeGroup)?.figures[figure] ?? 0;
        const moving = came
          .filter(({ confirmed }) => sideOf(figure) === "contacts" || confirmed)
          .filter(moves(before, figure, { band, modeGroup }));
        const counted = figure === "contacts" || figure === "confirmed";
        const moved = counted
          ? moving.length
          : new Set(moving.map((contact) => keyOf(contact, figure.endsWith("lots")))).size;
        expect(figures[figure] - was).toBe(moved);
      }
    }),
  );
});
