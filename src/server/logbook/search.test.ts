import { contactQuerySchema } from "../../core/contract";
import { LOG_COLUMNS, SHIPPED_FILTERS, type Condition, type FilterGroup } from "../../core/view";
import { testContext, valueOf, taken } from "../testing";
import { changeContact, deleteContact, listContacts, logContact } from "./contacts";

const CONTACT = {
  call: "OY4QSA",
  startedAt: "2026-11-23T21:38:00Z",
  band: "15m",
  mode: "CW",
  name: "Sunnvá",
  place: "Tórshavn",
};

async function begin(...contacts: object[]) {
  const { context, logbookId } = await testContext();
  const ids = contacts.map((contact) => {
    const logged = valueOf(logContact(context, logbookId, { ...CONTACT, ...contact }));
    return logged.id;
  });
  const page = async (query: object) => {
    const found = valueOf(await listContacts(context, logbookId, taken(contactQuerySchema, { offset: 0, ...query })));
    expect(found.total).toBe(found.items.length);
    return found.items.map(({ call }) => call);
  };
  const filtered = (...of: (Condition | FilterGroup)[]) =>
    page({ filter: JSON.stringify({ join: "all", of }), sort: "call" });
  return { context, logbookId, ids, page, filtered };
}

const is = (field: string, comparison: Condition["is"], value?: string): Condition => ({
  field,
  is: comparison,
  ...(value === undefined ? {} : { value }),
});

test("every word is found in call, name, place, comment and notes, without case and accents", async () => {
  const { page } = await begin(
    {},
    { call: "PA/OY5QUA", name: null, comment: "Loud into Paraná" },
    { call: "LU3QSC", notes: "sends a CARD every time", place: "Paraná", name: "O'Neil" },
  );
  expect(await page({ find: "sunnva torshavn" })).toEqual(["OY4QSA"]);
  expect(await page({ find: "parana" })).toEqual(["LU3QSC", "PA/OY5QUA"]);
  expect(await page({ find: "parana card" })).toEqual(["LU3QSC"]);
  expect(await page({ find: "OY5QUA" })).toEqual(["PA/OY5QUA"]);
  expect(await page({ find: "oy5qua/p" })).toEqual(["PA/OY5QUA"]);
  expect(await page({ find: "o'neil" })).toEqual(["LU3QSC"]);
  expect(await page({ find: "%" })).toEqual([]);
});

test("a site is found under the name that it has now", async () => {
  const { context, filtered } = await begin({});
  const at = (name: string) => filtered(is("site", "is", name));
  expect([await at("Cabo Farol"), await at("The lighthouse")]).toEqual([["OY4QSA"], []]);
  const site = context.store.first(context.store.q.selectFrom("site").selectAll())!;
  context.store.run(context.store.q.updateTable("site").set({ name: "The lighthouse" }).where("id", "=", site.id));
  expect([await at("Cabo Farol"), await at("The lighthouse")]).toEqual([[], ["OY4QSA"]]);
});

test("what is found follows every change", async () => {
  const { context, logbookId, ids, page } = await begin({}, { call: "LU3QSC" });
  const found = async () => [await page({ find: "sunnva" }), await page({ mode: "CW" }), await page({ band: "20m" })];
  expect(await found()).toEqual([["LU3QSC", "OY4QSA"], ["LU3QSC", "OY4QSA"], []]);
  changeContact(context, logbookId, ids[0]!, { band: "20m", name: "Runa" });
  expect(await found()).toEqual([["LU3QSC"], ["LU3QSC", "OY4QSA"], ["OY4QSA"]]);
  deleteContact(context, logbookId, ids[1]!);
  expect(await found()).toEqual([[], ["OY4QSA"], ["OY4QSA"]]);
});

test("each comparison holds the contacts that it says", async () => {
  const { filtered } = await begin(
    { call: "OY4QSA", frequencyHz: 21_025_300, grid: "IP62", power: 100 },
    { call: "LU3QSC", startedAt: "2026-11-05T10:00:00Z", name: "100% Juan_1", band: "20m" },
    { call: "JA3QRM", startedAt: "2025-11-23T10:00:00Z", name: null, mode: "FT8", pin: true },
  );
  expect(await filtered(is("band", "is", "20M"))).toEqual(["LU3QSC"]);
  expect(await filtered(is("band", "isNot", "20m"))).toEqual(["JA3QRM", "OY4QSA"]);
  expect(await filtered(is("name", "contains", "% j"))).toEqual(["LU3QSC"]);
  expect(await filtered(is("name", "contains", "n_"))).toEqual(["LU3QSC"]);
  expect(await filtered(is("name", "begins", "sunn"))).toEqual(["OY4QSA"]);
  expect(await filtered(is("name", "isNot", "SUNNVá"))).toEqual(["JA3QRM", "LU3QSC"]);
  expect(await filtered(is("name", "empty"))).toEqual(["JA3QRM"]);
  expect(await filtered(is("grid", "notEmpty"))).toEqual(["OY4QSA"]);
  expect(await filtered(is("frequencyHz", "atLeast", "21 025,3"))).toEqual(["OY4QSA"]);
  expect(await filtered(is("frequencyHz", "atMost", "21025.2"))).toEqual([]);
  expect(await filtered(is("cqZone", "is", "25"))).toEqual(["JA3QRM"]);
  expect(await filtered(is("entityCode", "is", "100"))).toEqual(["LU3QSC"]);
  expect(await filtered(is("modeGroup", "is", "digital"))).toEqual(["JA3QRM"]);
  expect(await filtered(is("pin", "yes"))).toEqual(["JA3QRM"]);
  expect(await filtered(is("pin", "no"))).toEqual(["LU3QSC", "OY4QSA"]);
  expect(await filtered(is("startedAt", "today"))).toEqual(["OY4QSA"]);
  expect(await filtered(is("startedAt", "thisMonth"))).toEqual(["LU3QSC", "OY4QSA"]);
  expect(await filtered(is("startedAt", "thisYear"))).toEqual(["LU3QSC", "OY4QSA"]);
  expect(await filtered(is("startedAt", "onDay", "2025-11-23"))).toEqual(["JA3QRM"]);
  expect(await filtered(is("startedAt", "before", "2026-11-05"))).toEqual(["JA3QRM"]);
  expect(await filtered(is("startedAt", "from", "2026-11-05"))).toEqual(["LU3QSC", "OY4QSA"]);
  expect(await filtered(is("startedAt", "lastDays", "1"))).toEqual(["OY4QSA"]);
  expect(await filtered(is("startedAt", "lastDays", "19"))).toEqual(["LU3QSC", "OY4QSA"]);
  expect(await filtered(is("startedAt", "olderDays", "18"))).toEqual(["JA3QRM"]);
  expect(await filtered(is("startedAt", "olderDays", "17"))).toEqual(["JA3QRM", "LU3QSC"]);
});

test("groups join by all or any, one inside another", async () => {
  const { filtered } = await begin(
    { call: "OY4QSA" },
    { call: "LU3QSC", band: "20m" },
    { call: "JA3QRM", mode: "FT8" },
  );
  const japan = is("entityCode", "is", "339");
  const any = (...of: Condition[]): FilterGroup => ({ join: "any", of });
  expect(await filtered(any(is("band", "is", "20m"), japan))).toEqual(["JA3QRM", "LU3QSC"]);
  expect(await filtered(any(is("band", "is", "20m"), japan), is("mode", "is", "CW"))).toEqual(["LU3QSC"]);
  expect(await filtered({ join: "any", of: [] })).toHaveLength(3);
});

test("a contact without a word on a channel stands there as not sent and not received", async () => {
  const { filtered } = await begin(
    { call: "OY4QSA", confirmations: [{ channel: "card", sent: "wanted" }] },
    {
      call: "LU3QSC",
      confirmations: [{ channel: "card", sent: "sent", sentOn: "2026-03-01", received: "confirmed" }],
    },
    { call: "JA3QRM" },
  );
  expect(await filtered(is("card.sent", "is", "wanted"))).toEqual(["OY4QSA"]);
  expect(await filtered(is("card.sent", "is", "no"))).toEqual(["JA3QRM"]);
  expect(await filtered(is("card.sent", "isNot", "no"))).toEqual(["LU3QSC", "OY4QSA"]);
  expect(await filtered(is("card.sent", "isNot", "wanted"))).toEqual(["JA3QRM", "LU3QSC"]);
  expect(await filtered(is("card.received", "isNot", "confirmed"))).toEqual(["JA3QRM", "OY4QSA"]);
  expect(await filtered(is("card.sentOn", "empty"))).toEqual(["JA3QRM", "OY4QSA"]);
  expect(await filtered(is("card.sentOn", "olderDays", "182"))).toEqual(["LU3QSC"]);
  expect(await filtered(is("lantern.sent", "is", "waiting"))).toHaveLength(3);
  expect(await filtered(is("entityConfirmed", "yes"))).toEqual(["LU3QSC"]);
  expect(await filtered(is("entityConfirmed", "no"))).toEqual(["JA3QRM", "OY4QSA"]);
});

test("every column can be sorted by, both ways, and every shipped filter runs", async () => {
  const { page } = await begin(
    { call: "OY4QSA" },
    { call: "LU3QSC", band: "20m", name: "ana" },
    { call: "JA3QRM", band: "160m", name: "Zoe" },
  );
  for (const { id } of LOG_COLUMNS) {
    expect(await page({ sort: id })).toHaveLength(3);
    expect(await page({ sort: `-${id}` })).toHaveLength(3);
  }
  expect(await page({ sort: "band" })).toEqual(["JA3QRM", "LU3QSC", "OY4QSA"]);
  expect(await page({ sort: "-name" })).toEqual(["JA3QRM", "OY4QSA", "LU3QSC"]);
  expect(await page({ sort: "entityCode" })).toEqual(["LU3QSC", "OY4QSA", "JA3QRM"]);
  for (const { filter } of SHIPPED_FILTERS) await page({ filter: JSON.stringify(filter) });
});

test("what is wrong in a filter is said where it is wrong", () => {
  const asking = (condition: object) => () =>
    taken(contactQuerySchema, { filter: JSON.stringify({ join: "all", of: [condition] }) });
  expect(asking({ field: "bandd", is: "is", value: "20m" })).toThrow('there is no field "bandd"');
  expect(asking({ field: "band", is: "is", value: "21m" })).toThrow("is no band");
  expect(asking({ field: "startedAt", is: "onDay", value: "23.11." })).toThrow("is no day");
  expect(asking({ field: "name; DROP TABLE contact", is: "is", value: "x" })).toThrow("there is no field");
  expect(() => taken(contactQuerySchema, { filter: "{" })).toThrow("filter: a filter is given as JSON");
});
