import fc from "fast-check";
import { movedTable } from "../../core/award";
import { callExceptionInputSchema, type AwardTable, type LiveEvent, type Reading } from "../../core/contract";
import { exceptionsFrom, readingOf } from "../../core/reading";
import { awardTable } from "../award/awardTables";
import { followAward } from "../award/followed";
import { addException, listExceptions } from "../directory/callExceptions";
import { taken, testContext, valueOf } from "../testing";
import { markCards } from "./cards";
import { changeContact, deleteContact, logContact } from "./contacts";
import { findLogbook } from "./logbooks";
import { readingFor, stationOf, stationOnAir } from "./reading";

const CALLS = [
  "DL1QTA",
  "OY4QSA",
  "OY4QSA/P",
  "LU3QSC",
  "EA8/CX3QUA",
  "VK9QRT",
  "K",
  "W2Q",
  "CX/",
  "QQ",
  "5B4/OY4QSA/MM",
];

async function begin() {
  const { context: quiet, logbookId } = await testContext();
  const heard: LiveEvent[] = [];
  const context = { ...quiet, announce: (event: LiveEvent) => void heard.push(event) };
  const log = (call: string, band = "20m", minute = 0) =>
    valueOf(
      logContact(context, logbookId, {
        call,
        startedAt: `2026-11-23T21:${String(minute).padStart(2, "0")}:00Z`,
        band,
        mode: "CW",
        grid: call.startsWith("OY") ? "IP62" : null,
      }),
    ).id;
  return { context, logbookId, heard, log };
}

test("the browser, from what it fetched, comes to the same reading as the server", async () => {
  const { context, logbookId, log } = await begin();
  for (const [minute, call] of ["DL1QTA", "OY4QSA/P", "LU3QSC", "OY4QSA"].entries()) log(call, "15m", minute);
  const odd = { call: "VK9QRT", entityCode: 150, from: "2026-01-01", until: "2026-12-31", cqZone: 30 };
  valueOf(addException(context, taken(callExceptionInputSchema, odd)));
  const table = valueOf(awardTable(context, logbookId, "entities"));
  const exceptions = exceptionsFrom(listExceptions(context));
  const ownGrid = valueOf(findLogbook(context, logbookId)).site.grid;
  for (const call of CALLS)
    for (const [band, mode] of [
      ["15m", "CW"],
      ["20m", "usb"],
    ] as const)
      for (const grid of [undefined, "JO60"]) {
        const asked = { call, band, mode, grid, within: 86_400 };
        const { duplicate, directory, station, followed, ...there } = flat(
          valueOf(readingFor(context, logbookId, asked)),
        );
        const here = readingOf(asked, {
          now: context.now(),
          ownGrid,
          exceptions,
          slotsOf: (code) =>
            table.slots.filter(({ item }) => Number(item) === code).map(({ item: _, ...slot }) => slot),
          station: stationOf(context, logbookId, call),
        });
        expect([call, here]).toEqual([call, { ...there, duplicate }]);
        expect({ ...station, directory }).toEqual(stationOf(context, logbookId, station.base));
        expect(followed).toEqual(stationOnAir(context, logbookId, asked).followed);
        // The entities are followed: both ways say the same of them.
        expect(followed.map(({ worth, text }) => ({ worth, text }))).toEqual(there.worth === null ? [] : [there.worth]);
      }
});

function flat({ station: { duplicate, ...station }, ...reading }: Reading) {
  return { ...reading, station, duplicate };
}

test("what is known of the station is filled in later, and changes only what it may", async () => {
  const { context, logbookId, log } = await begin();
  log("OY4QSA", "15m");
  const sources = {
    now: context.now(),
    ownGrid: "GF35co",
    exceptions: new Map(),
    slotsOf: () => [],
    station: null,
  };
  const asked = { call: "OY4QSA", band: "15m", mode: "CW", within: 86_400 };
  const before = readingOf(asked, sources);
  const after = readingOf(asked, { ...sources, station: stationOf(context, logbookId, "OY4QSA") });
  expect(before).toMatchObject({ place: after.place, worth: after.worth, slots: after.slots, duplicate: false });
  expect([after.duplicate, after.point]).toEqual([true, { latitude: 62.5, longitude: -7 }]);
});

test("the reading speaks of each award that is followed, by all that is known of the station", async () => {
  const { context, logbookId, log } = await begin();
  for (const award of ["cqZones", "squares", "prefixes"]) valueOf(followAward(context, logbookId, award, true));
  log("OY4QSA", "15m");
  const said = (call: string, band: string, grid?: string) =>
    stationOnAir(context, logbookId, { call, band, mode: "CW", grid }).followed.map(
      ({ name, item, worth }) => `${name} ${item} ${worth}`,
    );
  expect(said("OY4QSA", "20m")).toEqual([
    ...["Entities 222 wanted", "CQ zones 14 hold", "Prefixes OY4 hold"],
    "Grid squares IP62 wanted",
  ]);
  // Away from home its square is not that of home; what is typed holds.
  expect(said("OY4QSA/P", "15m")).toEqual(["Entities 222 hold", "CQ zones 14 hold", "Prefixes OY4 hold"]);
  expect(said("OY4QSA/P", "15m", "IP61")).toContain("Grid squares IP61 fresh");
  expect(said("QQ", "15m")).toEqual([]);
  valueOf(followAward(context, logbookId, "entities", false));
  expect(said("DL1QTA", "15m")).toEqual(["CQ zones 14 hold", "Prefixes DL1 fresh"]);
});

test("the award's table, moved by the live events, is what fetching it anew gives", async () => {
  const step = fc.record({
    do: fc.constantFrom("log", "change", "card", "delete"),
    which: fc.nat(20),
    call: fc.constantFrom("DL1QTA", "OY4QSA", "LU3QSC"),
    band: fc.constantFrom("20m", "15m"),
  });
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 15 }), async (steps) => {
      const { context, logbookId, heard, log } = await begin();
      const ids: number[] = [];
      let table: AwardTable = valueOf(awardTable(context, logbookId, "entities"));
      for (const [minute, one] of steps.entries()) {
        const id = ids[one.which % Math.max(1, ids.length)];
        if (one.do === "log" || id === undefined) ids.push(log(one.call, one.band, minute));
        else if (one.do === "change")
          valueOf(changeContact(context, logbookId, id, { call: one.call, band: one.band }));
        else if (one.do === "card")
          valueOf(markCards(context, logbookId, { ids: [id], received: "confirmed", on: null, via: null }));
        else {
          valueOf(deleteContact(context, logbookId, id));
          ids.splice(ids.indexOf(id), 1);
        }
        for (const event of heard.splice(0))
          if (event.type === "contacts") {
            table = movedTable(table, event.slots, event.upTo);
            // What was fetched after the change has it, and takes it no second time.
            const fetched = valueOf(awardTable(context, logbookId, "entities"));
            expect(movedTable(fetched, event.slots, event.upTo)).toBe(fetched);
          }
        const sorted = ({ slots, totals }: AwardTable) => [
          slots.map((slot) => JSON.stringify(Object.entries(slot).sort())).sort(),
          totals,
        ];
        expect(sorted(table)).toEqual(sorted(valueOf(awardTable(context, logbookId, "entities"))));
      }
    }),
    { numRuns: 40 },
  );
});
