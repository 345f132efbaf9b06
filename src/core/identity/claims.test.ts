import { claimsOf, claimsSchema } from "./claims";
import { decodeScope, encodeScope } from "./profile";

const CONTACT = {
  call: "DL1QTA",
  startedAt: "2026-11-23T21:40:07Z",
  endedAt: "2026-11-23T21:40:07Z",
  band: "20m",
  frequencyHz: 14_025_000,
  mode: "CW",
  submode: null,
  ownGrid: "GF35co",
  ownState: null,
  ownCounty: null,
  ownEntityCode: 144,
  ownCqZone: 13,
  ownItuZone: 14,
} as const;

test("what is signed is the contact and our side of it, and nothing that is not known", () => {
  const claims = claimsOf(CONTACT, "CX3QUA");
  expect(claims).toEqual({
    by: "CX3QUA",
    call: "DL1QTA",
    at: "2026-11-23T21:40:07Z",
    band: "20m",
    hz: 14_025_000,
    mode: "CW",
    site: { grid: "GF35co", entity: 144, cqZone: 13, ituZone: 14 },
  });
  expect(claimsOf({ ...CONTACT, endedAt: "2026-11-23T21:45:00Z" }, "CX3QUA").until).toBe("2026-11-23T21:45:00Z");
  expect(claimsSchema.parse(JSON.parse(JSON.stringify(claims)))).toEqual(claims);
});

test("what a certificate signs for is written and read back, and read from nothing else", () => {
  const scope = { call: "LU/CX3QUA", entity: 100, from: "2021-04-08", to: null };
  expect(decodeScope(encodeScope(scope))).toEqual(scope);
  const bytes = (text: string) => new TextEncoder().encode(text).buffer;
  for (const other of [
    bytes(""),
    bytes("{}"),
    bytes(JSON.stringify(scope)),
    encodeScope({ ...scope, call: "NO CALL!" }),
  ])
    expect(decodeScope(other)).toBeNull();
});
