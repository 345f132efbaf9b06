import { type AddressInfo, connect, type Server } from "node:net";
import { startAir } from "../air/server";
import type { Dialect } from "./dialect";
import { HERON, heronDialect } from "./heron";
import { startKnobs } from "./knobs";
import type { RadioModel } from "./model";
import { PETREL, petrelDialect } from "./petrel";
import { startRadio } from "./server";

const closing: (() => void)[] = [];
afterEach(() => {
  for (const close of closing.splice(0)) close();
});
const portOf = (server: Server) => (server.address() as AddressInfo).port;

async function begin(model: RadioModel, dialect: Dialect, frequencyHz: number, airPort: number | null = null) {
  const air = { port: airPort, call: "CX3QUA", grid: "GF35co", speed: 40 };
  const started = await startRadio({ port: 0, model, dialect, frequencyHz, air });
  closing.push(() => started.server.close());
  return { ...started, join: () => join(portOf(started.server), dialect.end) };
}

/** A program that is connected to a radio. */
function join(port: number, end: string) {
  const socket = connect(port, "127.0.0.1");
  closing.unshift(() => socket.destroy());
  const lines: string[] = [];
  let rest = "";
  let isClosed = false;
  let heard: (() => void) | null = null;
  socket.setEncoding("latin1");
  socket.on("data", (piece: string) => {
    const parts = (rest + piece).split(end);
    rest = parts.pop()!;
    lines.push(...parts);
    heard?.();
  });
  socket.on("close", () => {
    isClosed = true;
    heard?.();
  });
  const wait = () => new Promise<void>((resolve) => (heard = resolve));
  const next = async (): Promise<string> => {
    while (lines.length === 0) await wait();
    return lines.shift()!;
  };
  return {
    next,
    say: (line: string) => socket.write(line + end),
    ask: (line: string) => {
      socket.write(line + end);
      return next();
    },
    half: async () => {
      while (rest === "") await wait();
      return rest;
    },
    closed: async () => {
      while (!isClosed) await wait();
    },
  };
}

describe("the Petrel", () => {
  it("is asked and told in lines, and refuses what it cannot be", async () => {
    const { ask } = (await begin(PETREL, petrelDialect, 14_025_000)).join();
    expect(await ask("read model")).toBe("model Petrel");
    expect(await ask("read tune")).toBe("tune 14025000");
    expect(await ask("put tune 7011300")).toBe("done tune");
    expect(await ask("read tune")).toBe("tune 7011300");
    expect(await ask("put mode lsb")).toBe("done mode");
    expect(await ask("read mode")).toBe("mode lsb");
    expect(await ask("put filter 2400")).toBe("done filter");
    expect(await ask("put split on")).toBe("done split");
    expect(await ask("put tune 99")).toBe("refused tune: 99 Hz is out of range");
    expect(await ask("put tune x")).toContain("refused tune");
    expect(await ask("put mode fm")).toContain("refused mode");
    expect(await ask("put split banana")).toBe('refused split: it cannot be "banana"');
    expect(await ask("put power 500")).toBe("refused power: it has at most 100 W");
    expect(await ask("key CQ")).toBe("refused key: it is not in CW");
    expect(await ask("dance")).toBe("what? dance");
  });

  it("tells by itself what is turned at the radio, and by another program", async () => {
    const { radio, join: open } = await begin(PETREL, petrelDialect, 14_025_000);
    const [one, other] = [open(), open()];
    expect(await one.ask("read tune")).toBe("tune 14025000");
    expect(await other.ask("read tune")).toBe("tune 14025000");
    radio.change({ frequencyHz: 14_030_000, mode: "USB" });
    for (const { next } of [one, other])
      expect([await next(), await next()].sort()).toEqual(["now mode usb", "now tune 14030000"]);
    expect(await one.ask("put tune 14031000")).toBe("done tune");
    expect(await other.next()).toBe("now tune 14031000");
  });

  it("keys on the air, hears others there, and stops by itself", async () => {
    const air = await startAir({ port: 0, seed: 4, stations: 60, pace: 1, before: 1800 });
    closing.push(() => air.close());
    const { join: open } = await begin(PETREL, petrelDialect, 7_011_000, portOf(air));
    const listener = connect(portOf(air), "127.0.0.1");
    closing.unshift(() => listener.destroy());
    let heard = "";
    listener.on("data", (piece) => (heard += String(piece)));
    listener.write(`${JSON.stringify({ do: "listen", low: 7_010_000, high: 7_012_000, grid: "GF25" })}\n`);
    const { ask, next } = open();
    // The radio looks for the air as it starts; what it sends before is heard by nobody.
    while (!heard.includes("CX3QUA")) {
      expect(await ask("key CX3QUA")).toBe("done key");
      expect(await next()).toBe("now sending off");
    }
    expect(heard).toContain('"text":"CX3QUA"');
    expect(await ask("read strength")).toMatch(/^strength \d+\.\d$/);
  });

  it("stops transmitting at its limit, and when it is told to hush", async () => {
    const { radio, join: open } = await begin({ ...PETREL, limit: 0.05 }, petrelDialect, 7_011_000);
    const { ask, next } = open();
    expect(await ask("put sending on")).toBe("done sending");
    expect(await next()).toBe("now sending off");
    expect(radio.state.transmitting).toBe(false);
    await ask("put sending on");
    expect([await ask("hush"), radio.state.transmitting]).toEqual(["done hush", false]);
  });

  it("stops when who held it is heard no more, also where he held it before it began", async () => {
    const { ask, next } = (await begin(PETREL, petrelDialect, 7_011_000)).join();
    expect(await ask("hold")).toBe("done hold");
    expect(await ask("put sending on")).toBe("done sending");
    expect(await next()).toBe("now sending off");
  });
});

describe("the Heron", () => {
  it("has a dialect of its own: brackets, kilohertz, numbers for modes, per cent of its power", async () => {
    const { ask } = (await begin(HERON, heronDialect, 145_500_000)).join();
    expect(await ask("[name]?")).toBe("[name]Heron");
    expect(await ask("[rx]?")).toBe("[rx]145500.00");
    expect(await ask("[rx]432100.25")).toBe("[rx]432100.25");
    expect(await ask("[kind]?")).toBe("[kind]3");
    expect(await ask("[kind]2")).toBe("[kind]2");
    expect(await ask("[kind]9")).toBe("[kind]!range");
    expect(await ask("[drive]50")).toBe("[drive]50");
    expect(await ask("[rx]200000.00")).toBe("[rx]!range");
    expect(await ask("[duplex]1")).toBe("[duplex]1");
    expect(await ask("[level]?")).toBe("[level]0");
    expect(await ask("rx?")).toBe("[]!what");
  });

  it("says what is turned in the same words", async () => {
    const { radio, join: open } = await begin(HERON, heronDialect, 145_500_000);
    const { ask, next } = open();
    await ask("[rx]?");
    radio.change({ frequencyHz: 144_300_000 });
    expect(await next()).toBe("[rx]144300.00");
  });
});

test("radios fail as radios do: silent, with nonsense, half a line, or gone", async () => {
  const { radio, join: open, behave } = await begin(PETREL, petrelDialect, 14_025_000);
  const one = open();
  expect(await one.ask("read tune")).toBe("tune 14025000");
  behave("nonsense");
  expect(await one.ask("read tune")).not.toContain("tune");
  behave("silent");
  const changed = new Promise<void>((resolve) => radio.onChange(() => resolve()));
  one.say("put tune 14026000");
  await changed;
  behave("normal");
  // What was done in silence was not answered.
  expect(await one.ask("read tune")).toBe("tune 14026000");
  behave("half");
  one.say("read tune");
  expect("tune 14026000".startsWith(await one.half())).toBe(true);
  behave("gone");
  await one.closed();
  await open().closed();
});

test("the knobs are a page; what is turned there is refused or done", async () => {
  const started = await begin(PETREL, petrelDialect, 14_025_000);
  const server = await startKnobs(0, [started]);
  closing.push(() => server.close());
  const at = (path: string) => `http://127.0.0.1:${portOf(server)}${path}`;
  expect(await (await fetch(at("/"))).text()).toContain("<title>Knobs");
  const turn = (change: object, name = "petrel") =>
    fetch(at(`/radios/${name}`), { method: "POST", body: JSON.stringify(change) });
  expect(await (await turn({ frequencyHz: 14_030_000 })).json()).toMatchObject({ frequencyHz: 14_030_000 });
  expect((await turn({ frequencyHz: 5 })).status).toBe(422);
  expect((await turn({ colour: "red" })).status).toBe(400);
  expect((await turn({}, "heron")).status).toBe(404);
  expect(await (await fetch(at("/radios"))).json()).toMatchObject([
    { model: { name: "Petrel" }, state: { frequencyHz: 14_030_000 } },
  ]);
});
