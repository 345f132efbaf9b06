import { gridDoubt } from "./gridDoubt";

const AT = Date.UTC(2026, 10, 28) / 1000;

test.each([
  ["CX3QUA", "GF35co"],
  ["LU/CX3QUA", "FF97mk"],
  // The far ends of large entities.
  ["W1QUZ", "FN54"],
  ["KL7QUZ", "AO02"],
  ["UA9QTK", "PO80"],
  ["VK6QRC", "OF77"],
  // At sea there is no entity.
  ["CX3QUA/MM", "JJ00"],
  ["nothing", "GF35"],
])("%s may be in %s", (call, grid) => expect(gridDoubt(call, grid, AT)).toBeNull());

test.each([
  ["CX3QUA", "JF35co", /^JF35co lies \d{4} km from Uruguay, where CX3QUA is: is one of the two mistyped\?$/],
  ["OY4QSA", "GF35", /^GF35 lies 1\d{4} km from Faroe Islands/],
])("%s is hardly in %s", (call, grid, said) => expect(gridDoubt(call, grid, AT)).toMatch(said));
