import fc from "fast-check";
import { AWARDS, isProven, slotsOf } from "../../core/award";
import type { Context } from "../context";
import { logContact } from "../logbook/contacts";
import { keepSpots } from "../spot/keptSpots";
import { testContext, valueOf } from "../testing";
import { type CountedContact, wholeLog } from "./countedContacts";
import { missingOf, newsOfMonth, placesOf, recordsOf, yearsOfAward } from "./awardLooks";

const card = (receivedOn: string | null) => [
  { channel: "card", sent: "sent", received: "confirmed", ...(receivedOn !== null && { receivedOn }) },
];
const log = (context: Context, logbookId: number, facts: object) =>
  valueOf(logContact(context, logbookId, { startedAt: "2026-11-20T10:00:00Z", band: "20m", mode: "CW", ...facts }));

test("what came new this month is what was not there before it, whatever was logged and confirmed when", async () => {
  const days = ["2026-09-30", "2026-10-31", "2026-11-01", "2026-11-20"];
  const contact = fc.record({
    call: fc.constantFrom("DL1QTA", "OY4QSA", "W7QUD", "DL2QTB"),
    startedAt: fc.constantFrom(...days).map((day) => `${day}T10:00:00Z`),
    confirmations: fc.option(fc.constantFrom(...days, null).map(card), { nil: [] }),
  });
  await fc.assert(
    fc.asyncProperty(fc.array(contact, { maxLength: 8 }), async (contacts) => {
      const { context, logbookId } = await testContext();
      contacts.forEach((one, nth) => log(context, logbookId, { ...one, band: ["20m", "40m"][nth % 2] }));
      const all = [...wholeLog(context.store, logbookId)];
      /** The items of an award by contacts as they were when November began, and as they are. */
      const items = (which: readonly CountedContact[], award: string, what: "worked" | "confirmed") =>
        new Set(
          which
            .flatMap((one) => slotsOf(AWARDS, one))
            .filter((slot) => slot.award === award && (what === "worked" || slot.confirmed > 0))
            .map(({ item }) => item),
        );
      const before = all.filter(({ startedAt }) => startedAt < "2026-11");
      const confirmedBefore = all.map((one) => ({
        ...one,
        confirmations: one.confirmations.filter(({ receivedOn }) => receivedOn === null || receivedOn < "2026-11"),
      }));
      for (const { award, worked, confirmed } of valueOf(await newsOfMonth(context, logbookId))) {
        const fresh = (now: Set<string>, then: Set<string>) => [...now].filter((item) => !then.has(item)).sort();
        expect([...worked].sort()).toEqual(fresh(items(all, award, "worked"), items(before, award, "worked")));
        expect([...confirmed].sort()).toEqual(
          fresh(items(all, award, "confirmed"), items(confirmedBefore, award, "confirmed")),
        );
      }
    }),
    { numRuns: 40 },
  );
});

test("an award grows by the year in which an item was first worked, and first confirmed", async () => {
  const { context, logbookId } = await testContext();
  log(context, logbookId, { call: "DL1QTA", startedAt: "2023-05-01T10:00:00Z", confirmations: card("2025-01-15") });
  log(context, logbookId, { call: "DL2QTB", startedAt: "2024-05-01T10:00:00Z", confirmations: card(null) });
  log(context, logbookId, { call: "OY4QSA", startedAt: "2025-12-31T23:59:59Z" });
  expect(valueOf(await yearsOfAward(context, logbookId, "entities"))).toEqual([
    { year: 2023, worked: 1, confirmed: 0 },
    { year: 2024, worked: 1, confirmed: 1 },
    { year: 2025, worked: 2, confirmed: 1 },
    { year: 2026, worked: 2, confirmed: 1 },
  ]);
  expect(valueOf(await yearsOfAward(context, logbookId, "parks"))).toEqual([]);
  expect(await yearsOfAward(context, logbookId, "none")).toMatchObject({ ok: false, problem: { status: 404 } });
});

test("records: the farthest by band and mode, by watt, the first with each entity, the busiest days", async () => {
  const { context, logbookId } = await testContext();
  const at = (day: number, minute: number) => `2026-11-0${day}T10:0${minute}:00Z`;
  const own = { ownGrid: "GF35co", power: 100 };
  const near = log(context, logbookId, { ...own, call: "LU3QSC", grid: "GF05", startedAt: at(2, 0), power: 1 });
  const far = log(context, logbookId, { ...own, call: "OY4QSA", grid: "IP62", startedAt: at(2, 1) });
  log(context, logbookId, { ...own, call: "OY5QSA", grid: "IP62", startedAt: at(3, 1) });
  const about = log(context, logbookId, { ...own, call: "JA3QRM", startedAt: at(3, 2), mode: "SSB" });
  log(context, logbookId, { call: "OX3QRA", startedAt: at(1, 1), ownGrid: null });
  const { farthest, byWatt, firsts, days } = valueOf(await recordsOf(context, logbookId));
  expect(farthest.map(({ modeGroup, exact, contact }) => [modeGroup, exact, contact.id])).toEqual([
    ["CW", true, far.id],
    ["voice", false, about.id],
  ]);
  // Between GF35co and the middle of IP62 it is 11 553.1 km on a sphere of 6371.0088 km, by geographiclib.
  expect(farthest[0]!.km).toBeCloseTo(11_553.1, 1);
  expect(byWatt.map(({ contact, power }) => [contact.id, power])).toEqual([[near.id, 1]]);
  expect(firsts.find(({ item }) => item === "222")!.contact.id).toBe(far.id);
  expect(days).toEqual([
    { day: "2026-11-02", contacts: 2 },
    { day: "2026-11-03", contacts: 2 },
    { day: "2026-11-01", contacts: 1 },
  ]);
});

test("what lacks comes with the easiest first: announced, asked of those who confirm, worked, never worked", async () => {
  const { context, logbookId } = await testContext();
  const now = context.now();
  log(context, logbookId, { call: "OY4QSA", cqZone: 14, confirmations: card(null) });
  log(context, logbookId, { call: "ZS6QRA", cqZone: 38 });
  log(context, logbookId, { call: "JA3QRM", cqZone: 25 });
  log(context, logbookId, { call: "JA3QRM", cqZone: 25, band: "15m" });
  // It confirmed another contact.
  log(context, logbookId, { call: "EA8/OY4QSA", cqZone: 33 });
  const heard = (call: string, minutes: number) => ({
    ...{ at: now - minutes * 60, spotter: "W1QUA", frequencyHz: 14_025_000, call, remark: "" },
  });
  keepSpots(context, [heard("ZL3QRA", 30), heard("ZL3QRA", 20), heard("OY4QSA", 10), heard("KH6QRA", 1500)]);
  const { total, items } = valueOf(await missingOf(context, logbookId, "cqZones"));
  expect(total).toBe(39);
  expect(items.slice(0, 5).map(({ item }) => item)).toEqual(["32", "33", "25", "38", "1"]);
  expect(items[0]).toMatchObject({ contacts: 0, heard: { count: 2, call: "ZL3QRA", band: "20m" }, ask: null });
  expect(items[1]).toMatchObject({ ask: { call: "EA8/OY4QSA", likely: "confirmed before", askedAt: null } });
  expect(items[2]).toMatchObject({ contacts: 2, heard: null, ask: { call: "JA3QRM", likely: null } });
  for (const { item } of items) {
    const proven = [...wholeLog(context.store, logbookId)].filter((one) => isProven(AWARDS[1]!, one));
    expect(proven.some(({ cqZone }) => String(cqZone) === item)).toBe(false);
  }
});

test("a square that was never worked lacks when its station is announced, by what it gave before", async () => {
  const { context, logbookId } = await testContext();
  log(context, logbookId, { call: "OY4QSA", grid: "IP62", confirmations: card(null) });
  const at = context.now() - 60;
  const spot = { at, spotter: "W1QUA", frequencyHz: 7_025_000, call: "OY4QSA", remark: "" };
  keepSpots(context, [spot, { ...spot, call: "DL1QTA", remark: "CQ JO60" }]);
  const { items } = valueOf(await missingOf(context, logbookId, "squares"));
  expect(items).toMatchObject([{ item: "JO60", heard: { call: "DL1QTA", count: 1 } }]);
});

test("items lie at the grid of a contact with them, or else in its entity", async () => {
  const { context, logbookId } = await testContext();
  log(context, logbookId, { call: "OY4QSA", island: "EU-018", grid: "IP62" });
  log(context, logbookId, { call: "OY5QSA", island: "EU-018" });
  log(context, logbookId, { call: "JA3QRM", island: "AS-007" });
  const places = valueOf(await placesOf(context, logbookId, "islands"));
  expect(places).toEqual([
    { item: "EU-018", latitude: 62.5, longitude: -7 },
    { item: "AS-007", latitude: 35.7, longitude: 139.7 },
  ]);
});
