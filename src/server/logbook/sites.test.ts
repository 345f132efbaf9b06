import { secondsOf } from "../../core/contact";
import { type LiveEvent, logbookChangeSchema, siteInputSchema } from "../../core/contract";
import { testContext, valueOf, taken } from "../testing";
import { logContact } from "./contacts";
import { changeLogbook, findLogbook } from "./logbooks";
import { addSite, changeSite, listSites, removeSite, siteAt } from "./sites";
import { createSiteWatch } from "./siteWatch";

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

const HILL = { ...TIGRE, name: "Cerro Pico", call: "CX3QUA/P", grid: "GF25", summit: "cx/mo-012", power: 5 };
const AFTERNOON = { validFrom: "2026-11-20T14:00:00Z", validUntil: "2026-11-20T18:00:00Z" };

test("contacts of a site's times are logged from it, whichever site is chosen and whenever they are typed", async () => {
  const { context, logbookId, tigre } = await begin();
  const hill = valueOf(
    addSite(context, taken(siteInputSchema, { ...HILL, ...AFTERNOON, logbookId, antennas: "40m: dipole; 20m: loop" })),
  );
  const at = (startedAt: string, facts: object = {}) =>
    valueOf(logContact(context, logbookId, { ...CONTACT, startedAt, ...facts }));
  expect(at("2026-11-20T13:59:59Z")).toMatchObject({ ownCall: "CX3QUA", ownSummit: null, ownAntenna: null });
  expect(at("2026-11-20T14:00:00Z", { band: "20m" })).toMatchObject({
    ...{ ownCall: "CX3QUA/P", ownSummit: "CX/MO-012", ownAntenna: "loop", power: 5, siteId: hill.id },
  });
  expect(at("2026-11-20T15:00:00Z", { band: "15m" })).toMatchObject({ ownCall: "CX3QUA/P", ownAntenna: null });
  expect(at("2026-11-20T16:00:00Z", { siteId: tigre.id })).toMatchObject({ ownCall: "LU/CX3QUA" });
  expect(at("2026-11-20T18:00:00Z")).toMatchObject({ ownCall: "CX3QUA" });
  // The power of the logbook is that of the chosen site: a hill that says its own keeps it.
  valueOf(changeLogbook(context, logbookId, { power: 100 }));
  expect(siteAt(context.store, logbookId, "2026-11-20T15:00:00Z").power).toBe(5);
  valueOf(changeSite(context, hill.id, taken(siteInputSchema, { ...HILL, ...AFTERNOON, logbookId, power: null })));
  expect(siteAt(context.store, logbookId, "2026-11-20T15:00:00Z").power).toBe(100);
});

test("no logbook is operated from two sites at once, and times are of a logbook", async () => {
  const { context, logbookId } = await begin();
  const input = (facts: object) => taken(siteInputSchema, { ...HILL, ...AFTERNOON, logbookId, ...facts });
  const hill = valueOf(addSite(context, input({})));
  const refusal = (facts: object) => {
    const result = addSite(context, input({ name: "Cabin", ...facts }));
    return result.ok ? null : result.problem.faults;
  };
  const said = "Cerro Pico has its times from 2026-11-20 14:00 to 2026-11-20 18:00: end one before the other begins";
  expect(refusal({ validFrom: "2026-11-20T17:59:00Z", validUntil: null })).toEqual([
    { field: "validFrom", text: said },
  ]);
  expect(refusal({ validFrom: null, validUntil: "2026-11-20T14:01:00Z" })).toEqual([
    { field: "validUntil", text: said },
  ]);
  expect(refusal({ logbookId: 999 })).toMatchObject([{ field: "logbookId" }]);
  valueOf(changeSite(context, hill.id, input({ validUntil: "2026-11-20T19:00:00Z" })));
  valueOf(addSite(context, input({ name: "Cabin", validFrom: "2026-11-20T19:00:00Z", validUntil: null })));
  for (const [facts, field] of [
    [{ validUntil: "2026-11-20T14:00:00Z" }, "validUntil"],
    [{ logbookId: null }, "logbookId"],
    [{ validFrom: null, validUntil: null }, "validFrom"],
    [{ summit: "the hill" }, "summit"],
    [{ antennas: "21m: beam" }, "antennas"],
    [{ cqZone: 41 }, "cqZone"],
  ] as const)
    expect(() => input(facts)).toThrow(`${field}: `);
});

test("the zones of a site are those of its call, until others are given", async () => {
  const { context } = await begin();
  const zones = { cqZone: 11, ituZone: 15 };
  expect(valueOf(addSite(context, { ...TIGRE, ...zones }))).toMatchObject(zones);
});

test("browsers are told when the times of a site begin and end", async () => {
  const { context, logbookId, heard } = await begin();
  valueOf(addSite(context, taken(siteInputSchema, { ...HILL, ...AFTERNOON, logbookId })));
  let now = "2026-11-20T13:59:58Z";
  let looks = 0;
  const clock = { ...context, now: () => (looks++, secondsOf(now)) };
  const watch = createSiteWatch({
    context: clock,
    lookMs: 1,
    fault: (error) => {
      throw error;
    },
  });
  const told = async (times: number) => {
    const from = looks;
    while (looks < from + 5) await new Promise((resolve) => setTimeout(resolve, 1));
    expect(heard).toEqual(Array.from({ length: times }, () => ({ type: "logbook", logbookId })));
  };
  heard.length = 0;
  await told(0);
  now = "2026-11-20T14:00:00Z";
  await told(1);
  expect(valueOf(findLogbook(clock, logbookId)).site).toMatchObject({ name: "Cerro Pico" });
  now = "2026-11-20T18:00:00Z";
  await told(2);
  await watch.close();
});
