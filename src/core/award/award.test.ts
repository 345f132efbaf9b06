import { slotsOf, stateOf, worthOf } from ".";

const cell = (band: string, modeGroup: "CW" | "voice" | "digital", confirmed = 0) => ({
  band,
  modeGroup,
  worked: 1,
  confirmed,
});

test("a contact fills the slot of its entity, confirmed by card or service", () => {
  const contact = { entityCode: 222, band: "15m", modeGroup: "CW" as const };
  expect(slotsOf({ ...contact, confirmations: [] })).toEqual([
    { award: "entities", item: "222", band: "15m", modeGroup: "CW", worked: 1, confirmed: 0 },
  ]);
  for (const channel of ["card", "lantern"] as const) {
    expect(slotsOf({ ...contact, confirmations: [{ channel, received: "confirmed" }] })[0]).toMatchObject({
      confirmed: 1,
    });
    expect(slotsOf({ ...contact, confirmations: [{ channel, received: "wanted" }] })[0]).toMatchObject({
      confirmed: 0,
    });
  }
  expect(slotsOf({ ...contact, entityCode: null, confirmations: [] })).toEqual([]);
});

test.each([
  [[], "fresh", "Faroe Islands was never worked"],
  [[cell("20m", "CW")], "wanted", "15 m is new for Faroe Islands"],
  [[cell("15m", "voice"), cell("20m", "voice")], "wanted", "CW is new for Faroe Islands"],
  [[cell("15m", "voice"), cell("20m", "CW")], "wanted", "15 m CW is new for Faroe Islands"],
  [[cell("15m", "CW")], "hold", "Faroe Islands on 15 m CW is worked, not confirmed"],
  [[cell("15m", "CW", 1)], "safe", "Faroe Islands on 15 m CW is confirmed"],
] as const)("%j on 15 m CW is worth %s", (cells, worth, text) => {
  expect(worthOf(cells, "15m", "CW", "Faroe Islands")).toEqual({ worth, text });
});

test("several slots together are safe when one is", () => {
  expect([stateOf([]), stateOf([cell("20m", "CW")]), stateOf([cell("20m", "CW"), cell("15m", "CW", 1)])]).toEqual([
    "none",
    "hold",
    "safe",
  ]);
});

test("what is only told counts as worked; a signature or a card confirms", () => {
  const confirmed = (channel: "card" | "lantern" | "tideline") =>
    slotsOf({ entityCode: 222, band: "20m", modeGroup: "CW", confirmations: [{ channel, received: "confirmed" }] })[0];
  expect((["card", "lantern", "tideline"] as const).map((one) => confirmed(one)?.confirmed)).toEqual([1, 1, 0]);
});
