import { ENTITIES_AWARD } from "@/core/award";
import { progressOf, selectRows } from "./progress";

const table = {
  award: "entities" as const,
  isCounted: true,
  slots: [
    { item: "222", band: "15m", modeGroup: "CW" as const, worked: 2, confirmed: 1 },
    { item: "222", band: "20m", modeGroup: "voice" as const, worked: 1, confirmed: 0 },
    { item: "144", band: "20m", modeGroup: "CW" as const, worked: 7, confirmed: 0 },
    { item: "229", band: "20m", modeGroup: "CW" as const, worked: 1, confirmed: 0 },
  ],
  upTo: 1,
  totals: { worked: 3, confirmed: 1 },
};

test("cells and totals follow the slots, mixed and by mode group", () => {
  const mixed = progressOf(ENTITIES_AWARD, table, "mixed");
  const faroes = mixed.rows.find((row) => row.item.item === "222")!;
  const column = (band: string) => mixed.bands.indexOf(band) + 1;
  expect([
    faroes.cells[0],
    faroes.cells[column("15m")],
    faroes.cells[column("20m")],
    faroes.cells[column("40m")],
  ]).toEqual(["safe", "safe", "hold", "none"]);
  expect(mixed.totals[0]).toEqual({ worked: 3, confirmed: 1 });
  expect(mixed.totals[column("20m")]).toEqual({ worked: 3, confirmed: 0 });
  expect(progressOf(ENTITIES_AWARD, table, "voice").totals[0]).toEqual({ worked: 1, confirmed: 0 });
});

test("what is claimed or granted is told from what is confirmed, and what could be claimed is found", () => {
  const credits = [
    { item: "222", on: "", state: "granted" as const },
    { item: "222", on: "15m", state: "claimed" as const },
    { item: "144", on: "", state: "refused" as const },
  ];
  const { rows, bands, totals } = progressOf(ENTITIES_AWARD, table, "mixed", credits);
  const faroes = rows.find((row) => row.item.item === "222")!;
  const column = (band: string) => bands.indexOf(band) + 1;
  expect([faroes.cells[0], faroes.cells[column("15m")], faroes.claimable]).toEqual(["granted", "claimed", false]);
  expect(rows.find((row) => row.item.item === "144")!.cells[0]).toBe("hold");
  const again = progressOf(ENTITIES_AWARD, table, "mixed", [...credits, { ...credits[0]!, state: "claimed" as const }]);
  expect(again.rows.find((row) => row.item.item === "222")!.cells[0]).toBe("granted");
  expect(totals[0]).toEqual({ worked: 3, confirmed: 1 });
  expect(selectRows(rows, "claimable", "", "name")).toEqual([]);
  const open = progressOf(ENTITIES_AWARD, table, "mixed", credits.slice(0, 1)).rows;
  expect(selectRows(open, "claimable", "", "name").map(({ item }) => item.name)).toEqual(["Faroe Islands"]);
});

test("what was refused with its only contact is not to be claimed, until another one confirms it", () => {
  const granted = { item: "222", on: "", state: "granted" as const };
  const refused = { item: "222", on: "15m", state: "refused" as const };
  const claimable = (slots: typeof table.slots, group: "mixed" | "CW" = "mixed", credits = [granted, refused]) =>
    progressOf(ENTITIES_AWARD, { ...table, slots }, group, credits)
      .rows.filter((row) => row.claimable)
      .map(({ item }) => item.item);
  expect(claimable(table.slots)).toEqual([]);
  expect(claimable(table.slots.map((slot) => ({ ...slot, confirmed: slot.confirmed * 2 })))).toEqual(["222"]);
  expect(claimable(table.slots, "CW")).toEqual(["222"]);
  expect(claimable(table.slots, "CW", [granted, { ...refused, on: "CW" }])).toEqual([]);
});

test("rows are shown, searched and sorted as asked; a deleted entity shows when it was worked", () => {
  const { rows } = progressOf(ENTITIES_AWARD, table, "mixed");
  const names = (...asked: [Parameters<typeof selectRows>[1], string, Parameters<typeof selectRows>[3]]) =>
    selectRows(rows, ...asked).map((row) => row.item.name);
  expect(names("worked", "", "contacts")).toEqual(["Uruguay", "Faroe Islands", "German Democratic Republic"]);
  expect(names("deleted", "", "name")).toEqual(["German Democratic Republic"]);
  expect(progressOf(ENTITIES_AWARD, table, "mixed").deleted).toBe(1);
  expect(names("unconfirmed", "", "name")).toEqual(["German Democratic Republic", "Uruguay"]);
  expect(names("all", "curacao", "name")).toEqual(["Curaçao"]);
  expect(names("missing", "", "name")).toHaveLength(338);
});
