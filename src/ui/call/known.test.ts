import { emptyConfirmation } from "@/core/confirm";
import { checkContact, completeContact } from "@/core/contact";
import type { StoredContact } from "@/core/contract";
import { EMPTY_LISTING } from "@/core/directory";
import { listedFacts, saidIn, slotsOf, standingsOf } from "./known";

const NOW = Date.UTC(2026, 10, 28) / 1000;

function contact(startedAt: string, facts: object): StoredContact {
  const checked = checkContact({ call: "OY4QSA", startedAt, band: "20m", mode: "CW", ...facts }, NOW);
  if (!checked.ok) throw new Error(checked.faults[0]!.text);
  return { ...completeContact(checked.value), id: 1, logbookId: 1, revision: 1 };
}
const card = { ...emptyConfirmation("card"), sent: "wanted" };
const lantern = { ...emptyConfirmation("lantern"), sent: "sent", received: "confirmed" };
const CONTACTS = [
  contact("2026-11-20T10:00:00Z", { grid: "IP62", mode: "SSB", confirmations: [lantern] }),
  contact("2026-01-05T10:00:00Z", { name: "Jógvan", grid: "IP61", confirmations: [card] }),
  contact("2025-01-05T10:00:00Z", { name: "Jogvan", grid: "IP62", band: "15m", theirPower: 50 }),
];

test("what a station said last stands first, with what it said before", () => {
  expect(saidIn(CONTACTS)).toEqual([
    { label: "Name", text: "Jógvan", at: "2026-01-05T10:00:00Z", before: ["Jogvan"] },
    { label: "Grid", text: "IP62", at: "2026-11-20T10:00:00Z", before: ["IP61"] },
    { label: "Power, W", text: "50", at: "2025-01-05T10:00:00Z", before: [] },
  ]);
  expect(saidIn([])).toEqual([]);
});

test("where it was worked, and where it confirmed", () => {
  expect(slotsOf(CONTACTS)).toEqual([
    { band: "20m", modeGroup: "voice", worked: 1, confirmed: 1 },
    { band: "20m", modeGroup: "CW", worked: 1, confirmed: 0 },
    { band: "15m", modeGroup: "CW", worked: 1, confirmed: 0 },
  ]);
  expect(standingsOf(CONTACTS)).toEqual([
    { channel: "card", name: "Card", sent: 0, confirmed: 0, waiting: 1 },
    { channel: "lantern", name: "Lantern", sent: 1, confirmed: 1, waiting: 0 },
  ]);
});

test("what a directory says stands under the names that a contact's fields have, and what it does not say is left out", () => {
  const listing = { ...EMPTY_LISTING, name: "Ana", grid: "GF35co", latitude: -34.4, longitude: -53.8, cqZone: 13 };
  expect(listedFacts({ ...listing, confirmsOnline: false })).toEqual([
    ["Name", "Ana"],
    ["Grid", "GF35co"],
    ["CQ zone", "13"],
    ["Coordinates", "-34.400, -53.800"],
    ["Confirms", "not online"],
  ]);
  expect(listedFacts(EMPTY_LISTING)).toEqual([]);
});
