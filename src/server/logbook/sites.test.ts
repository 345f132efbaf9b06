import { type LiveEvent, logbookChangeSchema, siteInputSchema } from "../../core/contract";
import { testContext, valueOf, taken } from "../testing";
import { logContact } from "./contacts";
import { changeLogbook, findLogbook } from "./logbooks";
import { addSite, changeSite, listSites, removeSite } from "./sites";

const TIGRE = taken(siteInputSchema, {
  name: "Tigre",
  call: "LU/CX3QUA",
  grid: "GF05",
  state: "B",
  county: "Tigre",
  power: 10,
});
const CONTACT = { call: "OY4QSA", startedAt: "2026-11-23T21:38:00Z", band: "15m", mode: "CW" };

async function begin() {
  const { context, logbookId } = await testContext();
  const heard: LiveEvent[] = [];
  const listening = { ...context, announce: (event: LiveEvent) => void heard.push(event) };
  return { context: listening, logbookId, heard, tigre: valueOf(addSite(listening, TIGRE)) };
}

test("contacts are logged from the logbook's site in use, and keep its facts when it changes", async () => {
  const { context, logbookId, heard, tigre } = await begin();
  expect(tigre).toMatchObject({ entityCode: 100, cqZone: 13, ituZone: 14 });
  valueOf(changeLogbook(context, logbookId, { siteId: tigre.id }));
  expect(heard).toContainEqual({ type: "logbook", logbookId });
  const here = { ownCall: "LU/CX3QUA", ownGrid: "GF05", ownState: "B", ownCounty: "Tigre", ownEntityCode: 100 };
  const first = valueOf(logContact(context, logbookId, CONTACT));
  expect(first).toMatchObject({ ...here, siteId: tigre.id, power: 10 });

  valueOf(changeSite(context, tigre.id, { ...TIGRE, call: "EA8/CX3QUA", grid: "IL18", state: null, county: null }));
  expect(valueOf(findLogbook(context, logbookId)).site).toMatchObject({ call: "EA8/CX3QUA", entityCode: 29 });
  const second = valueOf(logContact(context, logbookId, { ...CONTACT, call: "OY4QSE", power: 100 }));
  expect(second).toMatchObject({ ownCall: "EA8/CX3QUA", ownState: null, ownEntityCode: 29, power: 100 });
  expect(first.ownCall).toBe("LU/CX3QUA");
});

test("a site that is in use, or was, stays; another goes", async () => {
  const { context, logbookId, tigre } = await begin();
  const home = valueOf(findLogbook(context, logbookId)).site;
  expect(removeSite(context, home.id)).toMatchObject({ ok: false, problem: { status: 409 } });
  valueOf(logContact(context, logbookId, { ...CONTACT, siteId: tigre.id }));
  expect(removeSite(context, tigre.id)).toMatchObject({
    ok: false,
    problem: { status: 409, detail: expect.stringContaining("OY4QSA") as string },
  });
  const unused = valueOf(addSite(context, { ...TIGRE, name: "Hill", call: "CX3QUA/P", grid: "GF25" }));
  valueOf(removeSite(context, unused.id));
  expect(listSites(context).map(({ name }) => name)).not.toContain("Hill");
});

test("what is wrong with a site or a logbook's change is said by its field", async () => {
  const { context, logbookId } = await begin();
  for (const [input, field] of [
    [{ ...TIGRE, name: " " }, "name"],
    [{ ...TIGRE, call: "HELLOTHERE" }, "call"],
    [{ ...TIGRE, grid: "GF" }, "grid"],
    [{ ...TIGRE, power: "much" }, "power"],
  ] as const) {
    expect(() => taken(siteInputSchema, input)).toThrow(`${field}: `);
  }
  expect(changeSite(context, 999, TIGRE)).toMatchObject({ ok: false, problem: { status: 404 } });
  expect(changeLogbook(context, logbookId, { siteId: 999 })).toMatchObject({ ok: false, problem: { status: 422 } });
  expect(() => taken(logbookChangeSchema, {})).toThrow("nothing is to be changed");
  expect(valueOf(changeLogbook(context, logbookId, { name: "Club log" }))).toMatchObject({ name: "Club log" });
});
