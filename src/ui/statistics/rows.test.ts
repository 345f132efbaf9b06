import { type Counted, type Figure, statisticById } from "@/core/statistics";
import { leadOf } from "./leadOf";
import { type Compared, rowsOf, titlesOf } from "./rows";

const counted = (...figures: readonly Figure[]) => ({ figures, contacts: 10, without: 0 });
const figure = (key: string | number, ...values: number[]): Figure => ({ key, across: null, values });
const YEARS = ["2026-01-01", "2025-01-01"] as const;
const shown = (id: string, one: Counted, other: Counted, from: Compared["from"] = YEARS) =>
  rowsOf(statisticById(id)!, one, { counted: other, from }, "km").map(({ label, cells }) => [
    label,
    ...cells.map(({ value }) => value),
  ]);

test("compared with another time, the same values stand beside each other, in their order", () => {
  expect(
    shown(
      "bands",
      counted(figure("40m", 5, 2), figure("20m", 3, 1)),
      counted(figure("80m", 7, 7), figure("20m", 1, 0)),
    ),
  ).toEqual([
    ["80 m", 0, 0, 7, 7],
    ["40 m", 5, 2, 0, 0],
    ["20 m", 3, 1, 1, 0],
  ]);
  expect(titlesOf(statisticById("bands")!, true)).toEqual([
    ...["Band", "contacts", "confirmed", "contacts, compared", "confirmed, compared"],
  ]);
});

test("months are laid over each other from the beginnings of both times", () => {
  const [january, june] = [2026 * 12, 2025 * 12 + 5];
  expect(
    shown("months", counted(figure(january, 5, 2), figure(january + 1, 4, 4)), counted(figure(june, 1, 0)), [
      "2026-01-01",
      "2025-06-15",
    ]),
  ).toEqual([
    ["Jan 2026, Jun 2025", 5, 2, 1, 0],
    ["Feb 2026, none", 4, 4, 0, 0],
  ]);
});

test("a month without contacts at the beginning of a time does not put the others out of step", () => {
  const [january, february] = [2026 * 12, 2025 * 12 + 1];
  expect(
    shown("months", counted(figure(january, 5, 2), figure(january + 1, 4, 4)), counted(figure(february, 1, 0))),
  ).toEqual([
    ["Jan 2026, none", 5, 2, 0, 0],
    ["Feb 2026, Feb 2025", 4, 4, 1, 0],
  ]);
});

test("a number leads to its contacts, within the filter and the time that it was counted in", () => {
  const statistic = statisticById("bands")!;
  const asked = {
    filter: { join: "any" as const, of: [{ field: "mode", is: "is" as const, value: "CW" }] },
    span: { from: "2026-01-01", until: null },
    other: { from: "2025-01-01", until: "2025-12-31" },
  };
  const [row] = rowsOf(
    statistic,
    counted(figure("20m", 3, 0)),
    { counted: counted(figure("20m", 1, 0)), from: YEARS },
    "km",
  );
  const filterOf = (at: number) => {
    const lead = leadOf(statistic, asked, row!.cells[at]);
    return lead === null ? null : (JSON.parse(new URLSearchParams(lead.split("?")[1]).get("filter")!) as object);
  };
  expect(filterOf(0)).toEqual({
    join: "all",
    of: [
      asked.filter,
      { field: "startedAt", is: "from", value: "2026-01-01" },
      { field: "band", is: "is", value: "20m" },
    ],
  });
  expect(filterOf(2)).toMatchObject({
    of: [{}, { value: "2025-01-01" }, { is: "before", value: "2026-01-01" }, { field: "band" }],
  });
  // Of nothing there are no contacts.
  expect(filterOf(1)).toBeNull();
});
