import fc from "fast-check";
import { FACT_FIELDS } from "./fields";
import { contactFactsSchema, parseFacts } from "./parseFacts";

const value = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    undefined,
    "",
    " ",
    "GF35co",
    "OY4QSA",
    "20m",
    "CW",
    "14",
    14,
    5,
    0,
    -1,
    21_025_000,
    true,
  ),
  fc.constantFrom("2026-11-23T21:40:07Z", "2026-11-23T21:40:07+03:00", "EU", "na-001", "x".repeat(300)),
);
const keys = [...FACT_FIELDS.map(({ key }) => key), "siteId", "pin", "extra", "confirmations", "colour"];
const input = fc.dictionary(fc.constantFrom(...keys), value, { maxKeys: 12 });
const lists = fc.record(
  {
    extra: fc.constantFrom<unknown>([{ name: "RIG", value: "home" }], [{ name: "" }], [], "none"),
    confirmations: fc.constantFrom<unknown>([{ channel: "card" }], [{ channel: "pigeon" }], []),
    pin: fc.constantFrom<unknown>(true, false, 1),
  },
  { requiredKeys: [] },
);
const needed = { call: "OY4QSA", startedAt: "2026-11-23T21:40:07Z", mode: "CW" };

test("says of any input what the schema says, however often it was asked for the same before", () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.boolean(), input, lists), { maxLength: 4 }), (inputs) => {
      for (const [isWhole, some, more] of inputs) {
        const typed = { ...(isWhole ? needed : {}), ...some, ...more };
        const [quick, whole] = [parseFacts(typed), contactFactsSchema.safeParse(typed)];
        expect(quick.success).toBe(whole.success);
        expect(quick.data).toEqual(whole.data);
        expect(quick.error?.issues).toEqual(whole.error?.issues);
      }
    }),
    { numRuns: 400 },
  );
  for (const nothing of [null, undefined, 7, "contact", []]) expect(parseFacts(nothing).success).toBe(false);
});

test("no two contacts share what can be changed in them", () => {
  const [one, other] = [parseFacts(needed).data!, parseFacts(needed).data!];
  expect(one.extra).not.toBe(other.extra);
  expect(one.confirmations).not.toBe(other.confirmations);
});
