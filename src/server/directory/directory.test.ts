import type { IncomingMessage, Server } from "node:http";
import type { AddressInfo } from "node:net";
import { startAlmanac } from "../../../stand-ins/almanac/server";
import { isoTime } from "../../core/contact";
import { EMPTY_LISTING } from "../../core/directory";
import type { LiveEvent } from "../../core/contract";
import type { Context } from "../context";
import { createSearcher } from "../logbook/search";
import { readingFor } from "../logbook/reading";
import { testContext, testDirectories, valueOf } from "../testing";
import { changeDirectory, type DirectoryDefaults } from "./directories";
import { createDirectory } from "./directory";

let server: Server;
let context: Context;
let logbookId: number;
let url: string;
let defaults: DirectoryDefaults;
const events: LiveEvent[] = [];
const faults: unknown[] = [];
let asked = 0;
/** The first call that was asked for. */
let first: string | undefined;

beforeEach(async () => {
  server = await startAlmanac({ port: 0, perSecond: 1000 });
  server.on("request", ({ url: path = "" }: IncomingMessage) => {
    if (!path.startsWith("/calls/")) return;
    asked++;
    first ??= path.split("/").at(-1);
  });
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  ({ context, logbookId } = await testContext());
  defaults = reached();
  changeDirectory(context, defaults, "skerry", { isUsed: false });
  events.length = faults.length = asked = 0;
  first = undefined;
});
afterEach(async () => {
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
});

function directory(now = () => context.now(), write: Context["write"] = context.write) {
  return createDirectory({
    store: context.store,
    write,
    announce: (event) => events.push(event),
    now,
    defaults,
    fault: (error) => faults.push(error),
    settledMs: 5,
    paceMs: 20,
  });
}
/** @param timeoutMs short only where it is meant to pass: a machine can be slow */
const reached = (timeoutMs?: number) =>
  testDirectories({ almanac: { url, user: "CX3QUA", password: "cabo-farol" } }, timeoutMs);
const behave = (behaviour: string) => fetch(`${url}/control`, { method: "POST", body: JSON.stringify({ behaviour }) });
async function until(what: () => boolean) {
  while (!what()) await new Promise((resolve) => setTimeout(resolve, 5));
}
function readingOf(call: string) {
  const reading = valueOf(readingFor(context, logbookId, { call, band: "20m", mode: "CW", within: 86_400 }));
  return reading;
}

it("asks once for the call that was typed, keeps the answer, and tells the browsers", async () => {
  const one = directory();
  for (const typed of ["W", "W2", "W2QUB", "W2QUB/4"]) one.want(typed, "left");
  await until(() => events.length > 0);
  expect(events).toEqual([{ type: "directory", baseCall: "W2QUB" }]);
  const { name, place, grid } = readingOf("W2QUB").directory!;
  expect([typeof name, typeof place, grid]).toEqual([
    "string",
    "string",
    expect.stringMatching(/^[A-R]{2}\d\d[a-x]{2}$/),
  ]);
  one.want("W2QUB", "left");
  await new Promise((resolve) => setTimeout(resolve, 40));
  expect(asked).toBe(1);
  const later = directory(() => context.now() + 31 * 86_400);
  later.want("W2QUB", "left");
  await until(() => events.length === 2);
  expect(asked).toBe(2);
  expect(createSearcher(context.store).hints({ logbookId, like: "W2Q", most: 5 })).toEqual([
    { call: "W2QUB", contacts: 0 },
  ]);
});

it("looks up what is typed at each position, whatever the others type", async () => {
  const one = directory();
  one.want("W2QUB", "left");
  one.want("W3QUB", "right");
  one.want("W3QUBB?", "left again");
  await until(() => asked === 2);
  one.want("W4QUB", "left");
  one.want("W", "left");
  one.want("W1QUB", "right");
  const { store } = context;
  const kept = () => store.values(store.q.selectFrom("listing").select("baseCall").orderBy("baseCall"));
  await until(() => kept().length === 3);
  expect([asked, kept()]).toEqual([3, ["W1QUB", "W2QUB", "W3QUB"]]);
});

it("remembers that a call is not listed", async () => {
  const one = directory();
  const unlisted = [
    "DL1QTA",
    "DL2QTA",
    "DL3QTA",
    "DL4QTA",
    "DL5QTA",
    "DL6QTA",
    "DL7QTA",
    "DL8QTA",
    "DL9QTA",
    "DL1QTB",
    "DL2QTB",
    "DL3QTB",
  ];
  for (const call of unlisted) {
    one.want(call, "left");
    await until(() => asked > unlisted.indexOf(call));
  }
  await new Promise((resolve) => setTimeout(resolve, 50));
  const missing = unlisted.filter((call) => readingOf(call).directory === null);
  expect(missing.length).toBeGreaterThan(0);
  one.want(missing[0]!, "left");
  await new Promise((resolve) => setTimeout(resolve, 30));
  expect(asked).toBe(unlisted.length);
});

it.each(["down", "hang", "error", "page", "nonsense", "cut"])(
  "leaves a directory alone that is %s",
  async (behaviour) => {
    await behave(behaviour);
    if (behaviour === "hang") defaults = reached(300);
    const one = directory();
    one.want("W2QUB", "left");
    await until(() => faults.length > 0);
    one.want("W3QUB", "left");
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(faults).toHaveLength(1);
    expect(readingOf("W2QUB").directory).toBeNull();
  },
);

it("asks for what nobody waits for one after the other, the newest first, and each once", async () => {
  const one = directory();
  for (const call of ["DL1QTA", "W2QUB", "W3QUB", "W2QUB"]) one.wonder(call);
  const { store } = context;
  const kept = () => store.values(store.q.selectFrom("listing").select("baseCall"));
  await until(() => kept().length === 3);
  expect(first).toBe("W2QUB");
  one.wonder("W2QUB");
  one.wonder("W4QUB");
  await until(() => kept().length === 4);
  one.close();
  expect(asked).toBe(4);
});

it("knows whether a station confirms online, and of what was kept before that was asked, that it is not known", async () => {
  const said = new Map<string, boolean | null | undefined>();
  const one = directory();
  const calls = [..."123456789"].flatMap((digit) => ["QRA", "QSB", "QTC", "QUD"].map((suffix) => `W${digit}${suffix}`));
  for (const [at, call] of calls.entries()) {
    one.want(call, "left");
    await until(() => asked > at);
  }
  const { store } = context;
  await until(() => store.all(store.q.selectFrom("listing").select("body")).length === calls.length);
  for (const call of calls) said.set(call, readingOf(call).directory?.confirmsOnline);
  expect(new Set(said.values())).toEqual(new Set([true, false, null, undefined]));
  const body = JSON.stringify({ name: "Ana", place: null, grid: null });
  store.run(
    store.q.insertInto("listing").values({ baseCall: "W9QUB", directory: "almanac", body, askedAt: context.now() }),
  );
  const askedAt = isoTime(context.now());
  const listing = { ...EMPTY_LISTING, name: "Ana" };
  const by = [{ directory: "almanac", name: "Almanac", askedAt, listing }];
  expect(readingOf("W9QUB").directory).toEqual({ ...listing, by });
});

it("asks for the next of those only when what came before is kept, however long that takes", async () => {
  let [now, most] = [0, 0];
  const slowly: Context["write"] = async (act) => {
    most = Math.max(most, ++now);
    await new Promise((resolve) => setTimeout(resolve, 60));
    now--;
    return context.write(act);
  };
  const one = directory(undefined, slowly);
  for (const call of ["W2QUB", "W3QUB", "W4QUB"]) one.wonder(call);
  const { store } = context;
  await until(() => store.values(store.q.selectFrom("listing").select("baseCall")).length === 3);
  one.close();
  expect(most).toBe(1);
});

it("keeps in mind whom it is to ask while a directory that failed rests", async () => {
  await behave("error");
  const one = directory();
  one.wonder("W2QUB");
  await until(() => faults.length > 0);
  await behave("normal");
  one.wonder("W3QUB");
  const now = jest.spyOn(Date, "now").mockReturnValue(Date.now() + 31_000);
  await until(() => events.length > 0);
  now.mockRestore();
  one.close();
  expect(events).toEqual([{ type: "directory", baseCall: "W3QUB" }]);
});
