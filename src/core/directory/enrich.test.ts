import fc from "fast-check";
import { type EnrichedContact, type EnrichWay, proposalsFor } from "./enrich";
import { EMPTY_LISTING, type Listing } from "./listing";
import { ENRICHED, type Enriched, misplaced } from "./misplaced";

const AT = Date.UTC(2026, 10, 28) / 1000;
const CONTACT: EnrichedContact = {
  call: "CX2QRD",
  baseCall: "CX2QRD",
  at: AT,
  entityCode: 144,
  names: [],
  exchangeReceived: null,
  name: null,
  place: null,
  grid: null,
  state: null,
  county: null,
  cqZone: 13,
  ituZone: 14,
};
const said = (facts: Partial<Listing>, directory = "almanac") => ({
  directory,
  listing: { ...EMPTY_LISTING, ...facts },
});
const proposed = (contact: Partial<EnrichedContact>, by: ReturnType<typeof said>[], way: EnrichWay = "empty") =>
  proposalsFor({ ...CONTACT, ...contact }, by, { way, facts: ENRICHED });
const texts = (...of: Parameters<typeof proposed>) =>
  proposed(...of).map(({ fact, was, is, directory }) => `${fact}: ${was} -> ${is} (${directory})`);

describe("what a contact would get", () => {
  const listing = { name: "Ramiro", place: "Faro Viejo", grid: "GF35co", state: "RO", cqZone: 13, ituZone: 14 };

  test("is what it lacks, and grid and zones also where they only follow", () => {
    expect(texts({ place: "Cabo Farol" }, [said(listing)])).toEqual([
      "name: null -> Ramiro (almanac)",
      "grid: null -> GF35co (almanac)",
      "state: null -> RO (almanac)",
    ]);
    expect(texts({ cqZone: null }, [said({ latitude: -34.4, longitude: -53.8, state: "RO" })])).toEqual([
      "grid: null -> GF35co (almanac)",
      "state: null -> RO (almanac)",
      "cqZone: null -> 13 (almanac)",
    ]);
  });

  test("is also another value where it is to be refreshed, but no coarser grid, and none that says the same", () => {
    expect(
      texts({ name: "ramiro", place: "Cabo Farol", grid: "GF35co12" }, [said({ ...listing, state: null })], "refresh"),
    ).toEqual(["place: Cabo Farol -> Faro Viejo (almanac)"]);
    expect(texts({ grid: "GF35" }, [said({ grid: "GF35co" })], "refresh")).toEqual(["grid: GF35 -> GF35co (almanac)"]);
  });

  test("leaves what was exchanged on the air", () => {
    const contest = { exchangeReceived: "13 GF25", cqZone: 13, grid: "GF25" };
    expect(texts(contest, [said({ grid: "GF35co", cqZone: 11 })], "refresh")).toEqual([]);
  });

  test("is the name alone where the station was elsewhere", () => {
    expect(texts({ call: "CX2QRD/P" }, [said(listing)])).toEqual(["name: null -> Ramiro (almanac)"]);
  });

  test("comes from who is believed first, and from the next where that is doubtful", () => {
    const by = [said({ name: "Ramiro", place: "Lindenweg 7" }), said({ name: "Rami", place: "Faro Viejo" }, "skerry")];
    expect(texts({}, by)).toEqual(["name: null -> Ramiro (almanac)", "place: null -> Faro Viejo (skerry)"]);
    expect(proposed({}, by.slice(0, 1))[1]).toMatchObject({ is: "Lindenweg 7", doubt: "it looks like a street" });
  });

  const word = fc.option(fc.constantFrom("Ana", "Faro Viejo", "GF35co", "GF35", "RO", "12 Harbour Road"));
  const zone = fc.option(fc.integer({ min: 1, max: 40 }));
  const facts = fc.record({ name: word, place: word, state: word, cqZone: zone, ituZone: zone });

  test("never touches what there is, where only what is empty is filled, and never anything that was not asked for", () => {
    fc.assert(
      fc.property(
        facts,
        fc.array(facts, { maxLength: 3 }),
        fc.constantFrom<EnrichWay>("empty", "refresh"),
        fc.subarray([...ENRICHED]),
        (has, listings, way, asked: Enriched[]) => {
          const contact = { ...CONTACT, ...has };
          const by = listings.map((one, index) => said(one, String(index)));
          const proposals = proposalsFor(contact, by, { way, facts: asked });
          expect(new Set(proposals.map(({ fact }) => fact)).size).toBe(proposals.length);
          for (const { fact, was, is } of proposals) {
            expect(asked).toContain(fact);
            expect(was).toBe(contact[fact]);
            expect(is).not.toBe(was);
            if (way === "empty") expect(was).toBeNull();
          }
        },
      ),
    );
  });
});

describe("what is doubted", () => {
  const doubt = (fact: Enriched, listing: Partial<Listing>, contact: Partial<EnrichedContact> = {}) =>
    misplaced(fact, { ...EMPTY_LISTING, ...listing }, { ...CONTACT, ...contact });

  test.each<[Enriched, Partial<Listing>, Partial<EnrichedContact>, string]>([
    ["place", { place: "Calle Larga 214" }, {}, "it looks like a street"],
    ["place", { place: "12 Harbour Road" }, {}, "it looks like a street"],
    ["place", { place: "Sonnenstraße 3a" }, {}, "it looks like a street"],
    ["place", { place: "11400 Faro Viejo" }, {}, "a postal code is no place"],
    ["place", { place: "Wick Haven SW1A 1AA" }, {}, "a postal code is no place"],
    ["name", { name: "Ana" }, { names: ["Ramiro", "Rami"] }, "the log has Ramiro"],
    ["grid", { grid: "JF35co" }, {}, "far outside of the entity"],
    [
      "grid",
      { grid: "GF35co", latitude: 34.4, longitude: -53.8 },
      {},
      "7650 km from the coordinates that are said with it",
    ],
    ["state", { state: "ZZ" }, {}, "no state of Uruguay"],
    ["county", { county: "Travis" }, { entityCode: 291 }, "a county is written as TX,Travis"],
    ["cqZone", { cqZone: 4, state: "CA" }, { entityCode: 291 }, "CA lies in zone 3"],
    ["cqZone", { cqZone: 26 }, {}, "Uruguay does not lie in it"],
    ["ituZone", { ituZone: 8 }, {}, "Uruguay does not lie in it"],
    ["place", { place: "Faro Viejo", saidOn: "2009-06-01" }, {}, "said in 2009, long before"],
  ])("%s of %j", (fact, listing, contact, said) => expect(doubt(fact, listing, contact)).toBe(said));

  test.each<[Enriched, Partial<Listing>, Partial<EnrichedContact>]>([
    ["name", { name: "Ramiro Olivera" }, { names: ["Ramiro"] }],
    ["name", { name: "Ana", saidOn: "2001-01-01" }, {}],
    ["grid", { grid: "GF35", latitude: -34.4, longitude: -53.8 }, {}],
    ["cqZone", { cqZone: 4 }, { entityCode: 291 }],
    ["county", { county: "TX,Travis" }, { entityCode: 291 }],
    ["county", { county: "Soca" }, {}],
    ["place", { place: "Faro Viejo", saidOn: "2020-06-01" }, {}],
    ["place", { place: null }, {}],
  ])("not %s of %j", (fact, listing, contact) => expect(doubt(fact, listing, contact)).toBeNull());
});
