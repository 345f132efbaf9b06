import { type AddressInfo, createServer, type Server, type Socket } from "node:net";
import { gridCenter } from "../../src/core/geo";
import { createAir } from "../world/air";
import { readJsonLines } from "../jsonLines";
import type { LogEntry } from "../world/worldLog";
import { followLogs } from "./logs";
import { startAir } from "./server";

const closing: (() => unknown)[] = [];
afterEach(() => {
  for (const close of closing.splice(0).reverse()) close();
});

const entry: LogEntry = {
  by: "DL1QTA",
  call: "CX3QUA",
  startedAt: 1_700_000_000,
  band: "20m",
  frequencyHz: 14_025_000,
  mode: "CW",
  contest: null,
  sent: ["599"],
  received: ["579"],
  handedInAt: null,
};

/** A door that tells what it is given to each who asks for the logs. */
async function door(told: () => readonly object[]) {
  const sockets = new Set<Socket>();
  const server: Server = createServer((socket) => {
    sockets.add(socket);
    readJsonLines(socket, () => {
      for (const one of told()) socket.write(`${JSON.stringify(one)}\n`);
    });
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const drop = () => {
    for (const socket of sockets) socket.destroy();
    sockets.clear();
  };
  closing.push(() => (drop(), server.close()));
  return { port: (server.address() as AddressInfo).port, drop };
}

/** What is heard, and a wait for the next of it. */
function listener() {
  const heard: LogEntry[] = [];
  let woken: (() => void) | null = null;
  return {
    heard,
    hear: (one: LogEntry) => {
      heard.push(one);
      woken?.();
    },
    async until(count: number) {
      while (heard.length < count) await new Promise<void>((resolve) => (woken = resolve));
    },
  };
}

test("the stations and their logs come by the door; what was told before a break is not heard again", async () => {
  let since = 100;
  const entries: object[] = [{ is: "logged", ...entry }];
  const { port, drop } = await door(() => [
    { is: "station", call: "DL1QTA", name: "Liesel", place: null, grid: "JO31aa" },
    { is: "logs", since },
    { is: "logged", by: 7 },
    ...entries,
  ]);
  const logs = followLogs(port);
  closing.push(logs.close);
  expect([logs.since, logs.stationOf("DL1QTA")]).toEqual([Infinity, undefined]);
  const early = listener();
  logs.onGuest(early.hear);
  await early.until(1);
  expect(early.heard).toEqual([entry]);
  expect(logs.since).toBe(100);
  expect(logs.stationOf("DL1QTA/P")).toMatchObject({ call: "DL1QTA", name: "Liesel" });
  entries.push({ is: "logged", ...entry, band: "40m" });
  drop();
  await early.until(2);
  expect(early.heard).toEqual([entry, { ...entry, band: "40m" }]);
  const late = listener();
  logs.onGuest(late.hear);
  expect(late.heard).toEqual(early.heard);
  // Another air begins anew.
  since = 200;
  entries.splice(0, 2, { is: "logged", ...entry, band: "15m" });
  drop();
  await early.until(3);
  expect(early.heard.at(-1)).toEqual({ ...entry, band: "15m" });
  expect(logs.since).toBe(200);
});

test("the air's own door tells who is there", async () => {
  const server = await startAir({
    port: 0,
    seed: 4,
    stations: 30,
    before: 60,
    nearby: { grid: "GF35co", stations: 5 },
  });
  const nearby = { around: gridCenter("GF35co")!, stations: 5 };
  closing.push(() => server.close());
  const logs = followLogs((server.address() as AddressInfo).port);
  closing.push(logs.close);
  while (logs.since === Infinity) await new Promise((resolve) => setImmediate(resolve));
  expect(logs.since).toBeLessThan(Date.now() / 1000);
  const { operators } = createAir({ seed: 4, stations: 30, startsAt: logs.since, nearby });
  for (const { call, name } of operators) expect(logs.stationOf(call)).toMatchObject({ call, name });
  expect(logs.stationOf("CX3QUA")).toBeUndefined();
});
