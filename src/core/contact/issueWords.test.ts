import { z } from "zod";
import { faultsOf } from "./contact";

const said = (schema: z.ZodType, value: unknown) => {
  const parsed = schema.safeParse(value);
  return parsed.success ? [] : faultsOf(parsed.error).map(({ field, text }) => `${field}: ${text}`);
};

test.each<[z.ZodType, unknown, string]>([
  [z.object({ n: z.number() }), { n: NaN }, "n: a number belongs here"],
  [z.object({ n: z.coerce.number().int() }), { n: "many" }, "n: a number belongs here"],
  [z.object({ n: z.int() }), { n: 1.5 }, "n: a whole number belongs here"],
  [z.object({ n: z.string() }), {}, "n: it is missing"],
  [z.object({ n: z.string() }), { n: 7 }, "n: a text belongs here"],
  [z.object({ n: z.boolean() }), { n: "yes" }, "n: true or false belongs here"],
  [z.array(z.string()), {}, "(whole): a list belongs here"],
  [z.object({}), null, "(whole): an object belongs here"],
  [z.object({ n: z.string().max(3) }), { n: "four" }, "n: it is too long: at most 3 letters"],
  [z.object({ n: z.string().min(2) }), { n: "" }, "n: it is too short: at least 2 letters"],
  [z.object({ n: z.number().positive() }), { n: 0 }, "n: it is too small: more than 0"],
  [z.object({ n: z.array(z.int()).max(1) }), { n: [1, 2] }, "n: it is too large: at most 1 of them"],
  [z.object({ n: z.enum(["a", "b"]) }), { n: "c" }, "n: it is none of a, b"],
  [z.object({ n: z.iso.datetime() }), { n: "soon" }, "n: a time is written like 2026-11-23T21:40:07Z"],
  [z.object({ n: z.iso.date() }), { n: "soon" }, "n: a day is written like 2026-11-23"],
  [z.strictObject({}), { x: 1 }, "x: there is no field x"],
  [z.object({ n: z.union([z.int(), z.null()]) }), { n: "x" }, "n: it has none of the forms that belong here"],
  [z.object({ n: z.string({ error: "our own words" }) }), { n: 1 }, "n: our own words"],
])("what Zod says is in words: case %#", (schema, value, words) => expect(said(schema, value)).toEqual([words]));
