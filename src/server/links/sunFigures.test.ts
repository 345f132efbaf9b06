import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import { startSun } from "../../../stand-ins/sun/server";
import { sunAt } from "../../../stand-ins/world/sun";
import { solarNow, sunOf } from "../sun/sunFigures";
import { valueOf } from "../testing";
import { type TestLinks, testLinks, until } from "./testing";
import { send } from "../../../stand-ins/manners";
import { startService } from "../../../stand-ins/service";

let shack: TestLinks;
const servers: Server[] = [];
beforeEach(async () => {
  shack = await testLinks();
});
afterEach(() => {
  shack.close();
  for (const server of servers.splice(0)) server.close();
});

const portOf = (server: Server) => {
  servers.push(server);
  return (server.address() as AddressInfo).port;
};
const add = (port: number, more: object = {}) => shack.add("sunFigures", "The sun", { port, ...more });
/** One who answers what the test says. */
const service = async (answer: unknown) =>
  portOf(await startService("The sun", { port: 0 }, { answer: (_, response) => send(response, 200, answer) }));
const refused = async (port: number, more: object = {}) => {
  const id = await add(port, more);
  await until(() => shack.linkOf(id).text !== null);
  return shack.linkOf(id).text;
};

test("the figures of now, of days and of months are kept, and what follows from them for propagation", async () => {
  expect(solarNow(shack.context)).toEqual({ sunspots: 100, kIndex: 2 });
  const id = await add(portOf(await startSun({ port: 0, seed: 7 })));
  await shack.up(id);
  const at = Date.now() / 1000;
  const { now, used, days, months } = sunOf({ ...shack.context, now: () => at });
  const { sunspots, kIndex } = sunAt(7, at);
  expect(now).toMatchObject({ sunspots, kIndex });
  expect(days).toHaveLength(30);
  expect(days.at(-1)).toMatchObject({ span: new Date(at * 1000).toISOString().slice(0, 10), sunspots });
  expect(months[0]!.span).toBe("2019-12");
  expect(months.at(-1)!.span).toBe(days.at(-1)!.span.slice(0, 7));
  // A cycle of eleven years: its least month is at its beginning.
  expect(Math.max(...months.map((month) => month.sunspots))).toBeGreaterThan(5 * months[0]!.sunspots);
  const mean = days.reduce((sum, day) => sum + day.sunspots, 0) / days.length;
  expect(used).toEqual({ sunspots: Math.round(mean), kIndex });
  // What the field did yesterday says nothing of now.
  expect(solarNow({ ...shack.context, now: () => at + 86_400 }).kIndex).toBe(2);
  expect(shack.events.some(({ type }) => type === "sun")).toBe(true);
});

test("told again, what was told before of the same days is replaced", async () => {
  const answer = { at: "2026-11-27T06:00:00Z", sunspots: 50, flux: 100, kIndex: 1, aIndex: 4 };
  const day = { day: "2026-11-27", sunspots: 50, flux: 100, aIndex: 4 };
  for (const sunspots of [50, 60]) {
    const port = await service({ ...answer, sunspots, days: [{ ...day, sunspots }] });
    const id = await add(port);
    await shack.up(id);
    valueOf(await shack.links.remove(id));
  }
  const { now, days } = sunOf(shack.context);
  expect(now).toMatchObject({ at: "2026-11-27T06:00:00Z", sunspots: 60 });
  expect(days).toEqual([{ span: "2026-11-27", sunspots: 60, flux: 100, kIndex: null, aIndex: 4 }]);
});

test("figures that are old are told, and kept all the same", async () => {
  const at = new Date((shack.context.now() - 22 * 86_400 - 60) * 1000).toISOString();
  const id = await add(await service({ at, sunspots: 50, flux: 100, kIndex: 1, aIndex: 4, days: [] }));
  await until(() => shack.linkOf(id).text);
  expect(shack.linkOf(id)).toMatchObject({ phase: "up", text: "Its newest figures are 22 days old." });
  expect(sunOf(shack.context).now).toMatchObject({ sunspots: 50 });
});

test("who is not there is told", async () => {
  expect(await refused(1)).toBe("Nothing answers at 127.0.0.1:1: is it running, and are address and port right?");
});

test("another path is told", async () => {
  const port = portOf(await startSun({ port: 0, seed: 7 }));
  expect(await refused(port, { path: "/sun" })).toBe(
    `http://127.0.0.1:${port}/sun answers with error 404: is the path right?`,
  );
});

test.each([
  [{ at: "yesterday" }, "at "],
  [{ at: "2026-11-27T06:00:00Z", sunspots: "many", flux: 100, aIndex: 4, days: [] }, "sunspots "],
  [{ at: "2026-11-27T06:00:00Z", sunspots: -5, flux: 100, aIndex: 4, days: [] }, "sunspots "],
  [{ at: "2026-11-27T06:00:00Z", sunspots: 5, flux: 100, aIndex: 4, days: [{ day: "27 November" }] }, "days.0.day "],
  ["<b>sun</b>", ""],
])("nonsense is told: %j", async (answer, where) => {
  const port = await service(answer);
  expect(await refused(port)).toContain(`http://127.0.0.1:${port}/figures answers no figures of the sun: ${where}`);
  expect(sunOf(shack.context).now).toBeNull();
});

test("a test tells what is answered, step by step", async () => {
  const port = portOf(await startSun({ port: 0, seed: 7 }));
  const steps = valueOf(await shack.links.test({ kind: "sunFigures", settings: { port } }));
  expect(steps.map(({ what, ok }) => [what, ok])).toEqual([
    ["Figures", true],
    ["Past", true],
  ]);
  expect(valueOf(await shack.links.test({ kind: "sunFigures", settings: { port, path: "/no" } }))[0]).toMatchObject({
    ok: false,
  });
});
