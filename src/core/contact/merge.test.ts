import { additionsFrom, checkContact, completeContact } from ".";

function contact(facts: object) {
  const input = { call: "OY4QSA", startedAt: "2026-11-20T21:40:00Z", band: "15m", mode: "CW", ...facts };
  const checked = checkContact(input, Date.UTC(2026, 10, 23) / 1000);
  if (!checked.ok) throw new Error(JSON.stringify(checked.faults));
  return completeContact(checked.value);
}

const both = { confirmations: true };

test("only what ours lacks is added, and nothing is replaced", () => {
  const ours = contact({ name: "Sunnva", extra: [{ name: "RIG", value: "a" }] });
  const theirs = contact({
    name: "S.",
    place: "Torshavn",
    frequencyHz: 21_025_000,
    extra: [
      { name: "RIG", value: "b" },
      { name: "AGE", value: "40" },
    ],
  });
  expect(additionsFrom(ours, theirs, both)).toEqual({
    place: "Torshavn",
    frequencyHz: 21_025_000,
    extra: [
      { name: "RIG", value: "a" },
      { name: "AGE", value: "40" },
    ],
  });
  expect(additionsFrom(ours, ours, both)).toEqual({});
});

test("on a channel the further account wins, side by side, and only when it is asked for", () => {
  const ours = contact({
    confirmations: [{ channel: "card", sent: "sent", sentOn: "2026-11-21", received: "no" }],
  });
  const theirs = contact({
    confirmations: [
      { channel: "card", sent: "wanted", received: "confirmed", receivedOn: "2026-11-22" },
      { channel: "lantern", sent: "sent" },
    ],
  });
  expect(additionsFrom(ours, theirs, { confirmations: false })).toEqual({});
  expect(additionsFrom(ours, theirs, both).confirmations).toMatchObject([
    { channel: "card", sent: "sent", sentOn: "2026-11-21", received: "confirmed", receivedOn: "2026-11-22" },
    { channel: "lantern", sent: "sent" },
  ]);
});
