import { movedOwnFacts, ownSideAt } from "./ownSide";

const SITE = {
  ...{ call: "CX3QUA", operator: null, grid: "GF35co", state: "MA", county: null, power: 100 },
  ...{ entityCode: 144, cqZone: 13, ituZone: 14, island: "SA-030", summit: null, park: null },
  ...{ antennas: "20m-10m: beam; dipole", name: "Cabo Farol", id: 1 },
};

test("our side of a contact is what the site says, and nothing else of it", () => {
  expect(ownSideAt(SITE, "40m")).toEqual({
    ...{ ownCall: "CX3QUA", operator: null, ownGrid: "GF35co", ownState: "MA", ownCounty: null, power: 100 },
    ...{ ownEntityCode: 144, ownCqZone: 13, ownItuZone: 14, ownIsland: "SA-030", ownSummit: null, ownPark: null },
    ownAntenna: "dipole",
  });
  expect(ownSideAt(SITE, "15m").ownAntenna).toBe("beam");
});

test("which facts a changed site gives otherwise: its name is none of them", () => {
  expect(movedOwnFacts(SITE, { ...SITE, name: "Lighthouse" })).toEqual([]);
  expect(movedOwnFacts(SITE, { ...SITE, grid: "GF25", call: "LU/CX3QUA", entityCode: 100 })).toEqual([
    ...["ownCall", "ownGrid", "ownEntityCode"],
  ]);
  expect(movedOwnFacts(SITE, { ...SITE, antennas: "dipole" })).toEqual(["ownAntenna"]);
});
