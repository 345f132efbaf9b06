import { completeContact, contactFactsSchema, type ContactFacts } from "@/core/contact";
import { SHIPPED_CONTESTS } from "@/core/contest";
import type { StoredContact } from "@/core/contract";
import { partCell, receivedParts } from "./partCell";

const camalote = SHIPPED_CONTESTS.find(({ tag }) => tag === "CAMALOTE-RTTY")!;
const field = SHIPPED_CONTESTS.find(({ tag }) => tag === "MAREAS-FIELD")!;
const partOf = (id: string, rules = camalote) => receivedParts(rules).find((part) => part.id === id)!;

function stored(call: string, more: Partial<ContactFacts> = {}): StoredContact {
  const facts = contactFactsSchema.parse({
    call,
    startedAt: "2026-02-14T22:00:00Z",
    band: "20m",
    mode: "RTTY",
    contestId: camalote.tag,
    ...more,
  }) as ContactFacts;
  return { ...completeContact(facts), id: 1, logbookId: 1, revision: 1 };
}
const PARTS = { report: "599", zone: "5", state: "MASS" };

test("each part that a side sends has one column, in the order in which they are sent", () => {
  expect(receivedParts(camalote).map(({ id }) => id)).toEqual(["report", "zone", "state"]);
  expect(receivedParts(field).map(({ id }) => id)).toEqual(["class", "section"]);
});

test("a cell begins with what was typed, of a contact that has only texts with what they say", () => {
  const cell = partCell(camalote, partOf("state"));
  expect(cell.label).toBe("State received");
  expect(cell.text(stored("W1QRA", { partsReceived: PARTS }))).toBe("MASS");
  expect(cell.text(stored("W1QRA", { exchangeReceived: "05 MA", reportReceived: "599" }))).toBe("MA");
  expect(cell.text(stored("DL1QTA", { partsReceived: { report: "599", zone: "14" } }))).toBe("");
});

test.each<[string, string, string, Record<string, string> | null]>([
  ["another value", "state", "ny", { ...PARTS, state: "NY" }],
  ["another spelling", "state", "mass", null],
  ["a zone", "zone", "04", { ...PARTS, zone: "04" }],
  ["the same zone, written otherwise", "zone", "05", { ...PARTS, zone: "05" }],
  ["nothing", "zone", " ", { ...PARTS, zone: "" }],
  ["what stands there", "zone", " 5 ", null],
])("%s in a cell changes that part alone", (_, id, typed, parts) => {
  const meant = partCell(camalote, partOf(id)).meant(stored("W1QRA", { partsReceived: PARTS }), typed);
  expect(meant).toEqual(parts === null ? null : { partsReceived: parts });
});

test.each([
  ["zone", "51", "W1QRA", "Zone 51 does not exist"],
  ["zone", "x", "W1QRA", '"X" is no number'],
  ["state", "MAS", "W1QRA", "Near it: MA Massachusetts"],
  ["state", "SP", "W1QRA", '"SP" is no State'],
  ["state", "MA", "DL1QTA", "DL1QTA sends no State"],
])("%s %s of %s is not taken, and said why", (id, typed, call, why) => {
  const meant = partCell(camalote, partOf(id)).meant(stored(call, { partsReceived: { report: "599" } }), typed);
  expect(meant).toMatchObject({ fault: expect.stringContaining(why) as string });
});

test("of a contact that has only texts the other parts are kept as they are understood", () => {
  const contact = stored("W1QRA", { exchangeReceived: "05 MA", reportReceived: "579" });
  expect(partCell(camalote, partOf("zone")).meant(contact, "4")).toEqual({
    partsReceived: { report: "579", zone: "4", state: "MA" },
  });
});
