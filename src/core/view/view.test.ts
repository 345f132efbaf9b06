import fc from "fast-check";
import { checkContact, completeContact } from "../contact";
import {
  columnById,
  columnText,
  comparisonsFor,
  conditionFault,
  conditionText,
  csvHeader,
  csvRecord,
  FILTER_FIELDS,
  filterSchema,
  goneFrom,
  LOG_COLUMNS,
  searchTextOf,
  searchWords,
  SHIPPED_FILTERS,
  sortSchema,
  USUAL_LAYOUT,
} from ".";

function contact(facts: object = {}) {
  const input = { call: "OY4QSA", startedAt: "2026-11-20T21:40:07Z", frequencyHz: 21_025_300, mode: "CW", ...facts };
  const checked = checkContact(input, Date.UTC(2026, 10, 23) / 1000);
  if (!checked.ok) throw new Error(JSON.stringify(checked.faults));
  return completeContact(checked.value);
}

test("every column has a text for every contact", () => {
  const one = contact({ confirmations: [{ channel: "card", sent: "wanted", sentOn: "2026-11-21" }], pin: true });
  const text = (id: string) => columnText(one, columnById(id)!);
  for (const column of LOG_COLUMNS) expect(typeof columnText(one, column)).toBe("string");
  expect(
    ["entityCode", "frequencyHz", "startedAt", "pin", "card", "card.sentOn", "lantern.sent", "name"].map(text),
  ).toEqual(["Faroe Islands", "21025.3", "2026-11-20 21:40:07", "pinned", "owed", "2026-11-21", "no", ""]);
});

test("each comparison of each field is read in words, and asks for what it needs", () => {
  for (const field of FILTER_FIELDS) {
    for (const is of comparisonsFor(field.kind)) {
      const bare = { field: field.id, is };
      expect(conditionText({ ...bare, value: "7" })).toContain(field.label);
      expect([null, `${field.label}: say what it is compared with`]).toContain(conditionFault(bare));
    }
  }
  for (const { filter } of SHIPPED_FILTERS) expect(filterSchema.safeParse(filter).success).toBe(true);
});

test("a condition on a column that is no longer there is refused, and told", () => {
  expect(conditionFault({ field: "colour", is: "is", value: "red" })).toBe('there is no field "colour" to filter by');
  expect(conditionFault({ field: "grid", is: "atLeast", value: "GF" })).toContain("cannot be compared");
  expect(goneFrom({ ...USUAL_LAYOUT, columns: [{ id: "colour", width: 90 }, ...USUAL_LAYOUT.columns] })).toEqual([
    "colour",
  ]);
  expect(sortSchema.safeParse("colour").success).toBe(false);
  expect(sortSchema.parse("-call")).toEqual({ column: "call", descending: true });
});

test("what is searched and what is typed meet without case and accents", () => {
  expect(searchTextOf(contact({ name: "Íñigo", place: "Tórshavn" }))).toContain("inigo\ntorshavn");
  expect(searchWords("  ÍÑIGO  ea8/oy4qsa/p 50%")).toEqual(["inigo", "oy4qsa", "50%"]);
});

const columns = ["call", "name", "comment"].map((id) => columnById(id)!);

test.each([
  ["=HYPERLINK(1)", "'=HYPERLINK(1)"],
  ["@SUM(A1)", "'@SUM(A1)"],
  ["+1+2", "'+1+2"],
  ["-08", "-08"],
  ["+11", "+11"],
  ['said "73"', '"said ""73"""'],
  ["a,b", '"a,b"'],
  ["مرحبا 📻", "مرحبا 📻"],
])("the comment %s in a CSV file", (comment, cell) => {
  expect(csvRecord(contact({ comment }), columns)).toBe(`OY4QSA,,${cell}\r\n`);
});

test("no cell of a CSV file is a formula, and every one is read back", () => {
  expect(csvHeader(columns)).toBe("\uFEFFCall,Name,Comment\r\n");
  fc.assert(
    fc.property(fc.string({ minLength: 1, maxLength: 30 }), (text) => {
      const comment = contact({ comment: text }).comment ?? "";
      const line = csvRecord(contact({ comment: text }), columns);
      const cell = line.slice("OY4QSA,,".length, -2);
      const read = cell.startsWith('"') ? cell.slice(1, -1).replace(/""/g, '"') : cell;
      expect(read.replace(/^'/, "")).toBe(comment.replace(/^'/, ""));
      expect(/^[=@\t\r]/.test(read)).toBe(false);
    }),
  );
});
