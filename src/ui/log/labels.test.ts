import { checkContact, completeContact } from "@/core/contact";
import type { StoredContact } from "@/core/contract";
import { labelsFor } from "./labels";

let number = 0;
function contact(call: string, day: string, via: string | null, received = "no"): StoredContact {
  const checked = checkContact(
    {
      call,
      startedAt: `2026-11-${day}T10:00:00Z`,
      band: "15m",
      mode: "CW",
      confirmations: [{ channel: "card", sent: "wanted", sentVia: via, received }],
    },
    Date.UTC(2026, 10, 23) / 1000,
  );
  if (!checked.ok) throw new Error(JSON.stringify(checked.faults));
  return { ...completeContact(checked.value), id: ++number, logbookId: 1, revision: 1 };
}

test("a label a station, by way and call; what does not fit goes on a second one", () => {
  const labels = labelsFor([
    contact("OY4QSA", "03", "direct"),
    contact("LU3QSC", "02", "bureau"),
    contact("DL1QSB", "05", "bureau", "confirmed"),
    ...["09", "07", "08", "06", "10"].map((day) => contact("LU3QSD", day, "bureau")),
    contact("LU3QSC", "01", "bureau"),
  ]);
  expect(
    labels.map(({ call, via, contacts, pleaseAnswer }) => [
      call,
      via,
      contacts.map(({ startedAt }) => startedAt.slice(8, 10)).join(" "),
      pleaseAnswer,
    ]),
  ).toEqual([
    ["DL1QSB", "bureau", "05", false],
    ["LU3QSC", "bureau", "01 02", true],
    ["LU3QSD", "bureau", "06 07 08 09", true],
    ["LU3QSD", "bureau", "10", true],
    ["OY4QSA", "direct", "03", true],
  ]);
  expect(labelsFor([])).toEqual([]);
});
