import { createServer, type IncomingMessage, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { listingOf as listedByAlmanac } from "../../../stand-ins/almanac/listing";
import { startAlmanac } from "../../../stand-ins/almanac/server";
import { send } from "../../../stand-ins/manners";
import { listingOf as listedBySkerry } from "../../../stand-ins/skerry/listing";
import { startSkerry } from "../../../stand-ins/skerry/server";
import { isoTime } from "../../core/contact";
import type { LiveEvent } from "../../core/contract";
import type { Context } from "../context";
import { testContext, testDirectories, valueOf } from "../testing";
import { createClients } from "./clients";
import {
  changeDirectory,
  directoriesInUse,
  type DirectoryDefaults,
  listDirectories,
  orderDirectories,
  setUpDirectories,
  testDirectory,
} from "./directories";
import { createDirectory } from "./directory";
import { listingOf } from "./listings";

const MEMBER = { user: "CX3QUA", password: "cabo-farol" };
/** It is listed by both. */
const KNOWN = [..."123456789"]
  .map((digit) => `W${digit}QUC`)
  .find((call) => [listedByAlmanac, listedBySkerry].every((listed) => listed(call, 0) !== null))!;

const servers: Server[] = [];
const asked: string[] = [];
let context: Context;
let defaults: DirectoryDefaults;
let now: number;

const urlOf = (server: Server) => `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
async function start(server: Promise<Server>): Promise<string> {
  const started = await server;
  started.on("request", ({ url = "" }: IncomingMessage) => void asked.push(url.split("?")[0]!));
  servers.push(started);
  return urlOf(started);
}

let almanacUrl: string;
beforeEach(async () => {
  ({ context } = await testContext());
  now = context.now();
  asked.length = 0;
  almanacUrl = await start(startAlmanac({ port: 0, perSecond: 1000, clock: () => now }));
  const skerryUrl = await start(startSkerry({ port: 0, perSecond: 1000 }));
  defaults = testDirectories({ almanac: { url: almanacUrl, ...MEMBER }, skerry: { url: skerryUrl } });
});
afterEach(async () => {
  for (const server of servers.splice(0)) {
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
  }
});

const control = (body: object) => fetch(`${almanacUrl}/control`, { method: "POST", body: JSON.stringify(body) });
const clientOf = (id: string) =>
  createClients()(setUpDirectories(context.store, defaults).find((one) => one.source.id === id)!);
const set = (id: string, settings: Record<string, unknown>) =>
  valueOf(changeDirectory(context, defaults, id, { settings: { ...defaults[id]!.settings, ...settings } }));
const told = async (id: string) => (await listDirectories(context, defaults)).find((one) => one.id === id)!;

/** Asks as calls are typed, and waits for what is announced. */
function typing() {
  const events: LiveEvent[] = [];
  const directory = createDirectory({
    store: context.store,
    write: context.write,
    now: () => now,
    announce: (event) => events.push(event),
    defaults,
    fault: () => {},
    settledMs: 1,
  });
  const heard = async (type: LiveEvent["type"]) => {
    while (!events.some((event) => event.type === type)) await new Promise((resolve) => setTimeout(resolve, 5));
  };
  return { directory, heard };
}

describe("Almanac", () => {
  test("shows members more than guests, and begins a session anew when one has ended", async () => {
    const client = clientOf("almanac");
    const whole = (await client.ask([KNOWN])).get(KNOWN)!;
    expect(whole).toMatchObject({
      cqZone: expect.any(Number) as number,
      saidOn: expect.stringMatching(/^20\d\d-/) as string,
    });
    await control({ endSessions: true });
    expect((await client.ask([KNOWN])).get(KNOWN)).toEqual(whole);
    now += 1000;
    expect((await client.ask([KNOWN])).get(KNOWN)).toEqual(whole);
    expect(asked.filter((path) => path === "/session")).toHaveLength(3);
    set("almanac", { user: "" });
    const { name, place, grid } = whole;
    expect((await clientOf("almanac").ask([KNOWN])).get(KNOWN)).toEqual({
      ...Object.fromEntries(Object.keys(whole).map((fact) => [fact, null])),
      ...{ name, place, grid },
    });
  });

  test("a wrong password is told as such, and never said", async () => {
    const steps = valueOf(
      await testDirectory(context, defaults, "almanac", {
        settings: { url: almanacUrl, user: "CX3QUA", password: "wrong-password" },
        call: KNOWN,
      }),
    );
    expect(steps).toEqual([
      {
        what: "Almanac",
        ok: false,
        text: "Almanac refused the user or the password: check it in the settings of Almanac",
      },
    ]);
  });

  test("with a wrong password it is not asked again, and says why, until it is set up otherwise", async () => {
    set("almanac", { password: "wrong-password" });
    changeDirectory(context, defaults, "skerry", { isUsed: false });
    const { directory, heard } = typing();
    directory.want(KNOWN, "left");
    await heard("directories");
    expect((await told("almanac")).rest).toEqual({
      until: isoTime(now + 3600),
      why: "Almanac refused the user or the password: check it in the settings of Almanac",
    });
    directory.close();
    set("almanac", { password: "cabo-farol" });
    expect((await told("almanac")).rest).toBeNull();
  });

  test("guests are answered so often a day: it is left alone until the next one, and says so", async () => {
    set("almanac", { user: "" });
    await control({ guestsToday: 1 });
    const { directory, heard } = typing();
    changeDirectory(context, defaults, "skerry", { isUsed: false });
    for (const call of [KNOWN, "W3QUB", "W4QUB"]) directory.want(call, call);
    await heard("directories");
    const { rest } = await told("almanac");
    expect(rest!.why).toMatch(/^Almanac is busy and asks to be left alone until .*; nothing was lost$/);
    const midnight = (Math.floor(now / 86_400) + 1) * 86_400;
    expect(Math.abs(Date.parse(rest!.until) / 1000 - midnight)).toBeLessThanOrEqual(2);
    const before = asked.length;
    directory.want("W5QUB", "later");
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(asked).toHaveLength(before);
    directory.close();
    changeDirectory(context, defaults, "almanac", { isUsed: true });
    expect((await told("almanac")).rest).toBeNull();
  });
});

test("Skerry is asked for many at once, and knows less of them", async () => {
  const calls = [..."123456789"].map((digit) => `W${digit}QUB`);
  const listings = await clientOf("skerry").ask(calls);
  expect([...listings.keys()]).toEqual(calls);
  const listed = [...listings.values()].filter((one) => one !== null);
  expect(listed.length).toBeGreaterThan(2);
  for (const { grid, cqZone, saidOn } of listed)
    expect([grid, cqZone, saidOn]).toEqual([expect.stringMatching(/^[A-R]{2}\d\d$/), null, expect.any(String)]);
  expect(asked).toEqual(["/stations"]);
});

describe("the order", () => {
  const lookUp = async (call: string) => {
    const { directory } = typing();
    const before = asked.length;
    directory.want(call, "left");
    while (asked.length === before) await new Promise((resolve) => setTimeout(resolve, 5));
    while (listingOf(context.store, call) === null) await new Promise((resolve) => setTimeout(resolve, 5));
    return listingOf(context.store, call)!;
  };

  test("who has said all that is needed spares the next one", async () => {
    const { by } = await lookUp(KNOWN);
    expect(by.map(({ directory }) => directory)).toEqual(["almanac"]);
    expect(asked.filter((path) => path === "/stations")).toEqual([]);
  });

  test("who comes first is asked and believed first, and completed by who comes next", async () => {
    valueOf(orderDirectories(context, ["skerry"]));
    expect(directoriesInUse(context.store)).toEqual(["skerry", "almanac"]);
    const found = await lookUp(KNOWN);
    const skerry = found.by.find(({ directory }) => directory === "skerry")!.listing;
    expect([found.name, found.grid]).toEqual([skerry.name, skerry.grid]);
    changeDirectory(context, defaults, "skerry", { isUsed: false });
    expect(listingOf(context.store, KNOWN)?.by.map(({ directory }) => directory) ?? []).not.toContain("skerry");
    expect(orderDirectories(context, ["nothing"])).toMatchObject({ ok: false, problem: { status: 422 } });
  });
});

describe("settings", () => {
  test("tell the password by its name only, and another address is never sent it", async () => {
    expect(await told("almanac")).toMatchObject({
      settings: { url: almanacUrl, user: "CX3QUA" },
      secrets: ["password"],
    });
    set("almanac", { password: undefined, user: "CX3QUA" });
    expect((await told("almanac")).secrets).toEqual(["password"]);
    set("almanac", { password: undefined, url: "http://elsewhere.test" });
    expect((await told("almanac")).secrets).toEqual([]);
    expect(JSON.stringify(await listDirectories(context, defaults))).not.toContain("cabo-farol");
  });

  test("what is no address is refused by its place", () => {
    expect(changeDirectory(context, defaults, "skerry", { settings: { url: "reef" } })).toMatchObject({
      ok: false,
      problem: { faults: [{ field: "settings.url", text: "an address, as https://directory.example" }] },
    });
    expect(changeDirectory(context, defaults, "nothing", {})).toMatchObject({ ok: false, problem: { status: 404 } });
  });
});

test.each([
  ["sends one round and round", (path: string) => ({ status: 302, location: path }), /sends one on to another address/],
  ["answers about somebody else", () => ({ call: "W9QUZ", name: "Eve" }), /answered about/],
  ["answers with wrong types", () => ({ call: 7, name: ["a"] }), /is not understood/],
  ["answers with far too much", () => ({ call: KNOWN, name: "x".repeat(5_100_000) }), /larger than any true one/],
] as const)("nothing is taken from a directory that %s", async (_, answer, said) => {
  const bad = createServer((request, response) => {
    const {
      status = 200,
      location,
      ...rest
    } = answer(request.url ?? "") as Record<string, unknown> & { status?: number; location?: string };
    if (location !== undefined) response.setHeader("location", location);
    if (request.url === "/session") return send(response, 200, { key: "k".repeat(20), as: "member", leftToday: null });
    send(response, status, request.url?.startsWith("/stations") === true ? { stations: [rest] } : rest);
  });
  await new Promise<void>((resolve) => bad.listen(0, "127.0.0.1", resolve));
  servers.push(bad);
  for (const id of ["almanac", "skerry"]) {
    set(id, { url: urlOf(bad) });
    await expect(clientOf(id).ask([KNOWN])).rejects.toThrow(said);
  }
});
