import { type AddressInfo, createServer, type Server, type Socket } from "node:net";
import fc from "fast-check";
import { valueOf } from "../testing";
import { lineReader } from "./telnetLines";
import { type TestLinks, testLinks, until } from "./testing";

let shack: TestLinks;
const servers: Server[] = [];
const sockets = new Set<Socket>();
beforeEach(async () => {
  shack = await testLinks();
});
afterEach(() => {
  shack.close();
  for (const socket of sockets) socket.destroy();
  for (const server of servers.splice(0)) server.close();
});

/** A network that greets, and then does what the test says; what was said to it, line by line. */
async function network(then: (socket: Socket, said: string) => void, greeting = "Welcome. Your call?\r\n") {
  const said: string[] = [];
  const server = createServer((socket) => {
    sockets.add(socket);
    socket.on("error", () => {});
    socket.write(greeting, "latin1");
    let rest = "";
    socket.on("data", (piece: Buffer) => {
      const lines = (rest + piece.toString("latin1")).split("\r\n");
      rest = lines.pop()!;
      for (const line of lines) {
        said.push(line);
        then(socket, line);
      }
    });
  });
  servers.push(server);
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  return { port: (server.address() as AddressInfo).port, said };
}

const link = (port: number, more: object = {}) =>
  shack.add("spotNetwork", "Foghorn", { port, call: "cx3qua", ...more });
const minuteNow = () => Math.floor(shack.context.now() / 60) % 1440;
const clock = (minute: number) =>
  `${String(Math.floor(((minute + 1440) % 1440) / 60)).padStart(2, "0")}${String((minute + 1440) % 60).padStart(2, "0")}Z`;

it("logs in with the call, says what is to be said then, and takes in what is announced", async () => {
  const { port, said } = await network((socket, line) => {
    if (line !== "CX3QUA") return;
    socket.write("\xff\xfb\x01Hello\r\nDX de W1QUA:   14025.0  DL1QTA  up 2  ", "latin1");
    setImmediate(() =>
      socket.write(`${clock(minuteNow())}\x07\r\nDX de W2QUA: 14.1 nobody\r\nDX de W2QUA: 13000.0 DL1QTA\r\n`),
    );
  });
  const id = await link(port, { after: ["last 100", "  "] });
  await shack.up(id);
  await until(() => shack.linkOf(id).counts.malformed);
  await until(() => shack.spotted.length === 2);
  expect(said).toEqual(["CX3QUA", "last 100"]);
  expect(shack.spotted[0]).toEqual({
    at: shack.context.now(),
    spotter: "W1QUA",
    frequencyHz: 14_025_000,
    call: "DL1QTA",
    remark: "up 2",
  });
  const lines = valueOf(shack.links.lines(id));
  expect(lines.map(({ sent, text }) => `${sent ? ">" : ""}${text}`)).toEqual([
    "Welcome. Your call?",
    ">CX3QUA",
    ">last 100",
    "Hello",
    expect.stringMatching(/^DX de W1QUA: .* \d{4}Z$/),
    "DX de W2QUA: 14.1 nobody",
    "DX de W2QUA: 13000.0 DL1QTA",
  ]);
  expect(shack.news().filter(({ is }) => is === "line")).toHaveLength(lines.length);
});

it("announces in the form that is set, and says what is typed", async () => {
  const { port, said } = await network(() => {});
  const id = await link(port, { announces: "spot {call} {kHz} {remark}" });
  await until(() => said.includes("CX3QUA"));
  const order = { do: "announce", call: "DL1QTA", frequencyHz: 14_025_300, remark: "up 2" };
  expect(await shack.tell(id, order)).toEqual({ id: null });
  await shack.tell(id, { ...order, remark: "" });
  await shack.tell(id, { do: "say", text: "last 5" });
  await until(() => said.length === 4);
  expect(said.slice(1)).toEqual(["spot DL1QTA 14025.3 up 2", "spot DL1QTA 14025.3", "last 5"]);
  for (const wrong of [
    { do: "say", text: "one\r\nbye" },
    { ...order, call: "DL1QTA\r\nbye" },
    { ...order, remark: "up\r\nbye" },
  ])
    expect(await shack.tell(id, wrong)).toMatchObject({ status: 422 });
});

it.each<[string, (socket: Socket) => void, RegExp]>([
  ["never ends a line", (socket) => void socket.write("x".repeat(50_000)), /without ever ending a line/],
  ["closes after the login", (socket) => void socket.end("Full.\r\n"), /closed the connection; it said "Full\."/],
])("a network that %s is left, told, and tried again", async (_, does, text) => {
  const { port } = await network((socket) => does(socket));
  const id = await link(port);
  await until(() => shack.linkOf(id).phase === "waiting");
  expect(shack.linkOf(id).text).toMatch(text);
  await until(() => shack.linkOf(id).phase === "up");
});

it("that a password is asked for is told", async () => {
  const { port } = await network((socket, line) => line === "CX3QUA" && socket.write("Password:\r\n"));
  const id = await link(port);
  await until(() => shack.linkOf(id).text);
  expect(shack.linkOf(id).text).toMatch(/^It asks for a password/);
});

it.each([
  ["an hour behind", -60, / 1 h behind this computer's/],
  ["half an hour ahead", 30, / 30 min ahead of this computer's/],
  ["right", 0, null],
  ["a little off", -3, null],
])("where all times are %s, that is told, and the stations were heard now or then", async (_, off, text) => {
  const { port } = await network((socket, line) => {
    if (line !== "CX3QUA") return;
    const lines = Array.from(
      { length: 12 },
      (_, at) => `DX de W${at % 10}QUA: 14025.0 DL1QTA x ${clock(minuteNow() + off)}`,
    );
    socket.write(`${lines.join("\r\n")}\r\n`);
  });
  const id = await link(port);
  await until(() => shack.spotted.length === 12);
  if (text === null) expect(shack.linkOf(id)).toMatchObject({ text: null, clockOff: null });
  else expect(shack.linkOf(id)).toMatchObject({ text: expect.stringMatching(text) as string, clockOff: off });
  for (const { at } of shack.spotted) expect(at).toBe(shack.context.now() + Math.min(0, off) * 60);
});

it("one clock that is wrong among right ones is not told", async () => {
  const { port } = await network((socket, line) => {
    if (line !== "CX3QUA") return;
    for (let at = 0; at < 12; at++)
      socket.write(`DX de W${at % 10}QUA: 14025.0 DL1QTA x ${clock(minuteNow() - (at % 4 === 0 ? 60 : 0))}\r\n`);
  });
  const id = await link(port);
  await until(() => shack.spotted.length === 12);
  expect(shack.linkOf(id).text).toBeNull();
});

it("a test says step by step what answers", async () => {
  const { port } = await network((socket) => socket.write("Welcome, CX3QUA\r\n"));
  const steps = async (settings: object) =>
    valueOf(await shack.links.test({ kind: "spotNetwork", settings: { call: "CX3QUA", ...settings } })).map(
      ({ what, ok }) => `${what} ${ok}`,
    );
  expect(await steps({ port })).toEqual(["Address true", "Protocol true", "Login true"]);
  const closing = createServer((socket) => socket.end("Go away.\r\n"));
  servers.push(closing);
  await new Promise<void>((resolve) => closing.listen(0, "127.0.0.1", resolve));
  expect(await steps({ port: (closing.address() as AddressInfo).port })).toEqual(["Address true", "Protocol false"]);
  const { port: asks } = await network((socket) => socket.write("Password: "));
  expect(await steps({ port: asks })).toEqual(["Address true", "Protocol true", "Login false"]);
});

it("what is no call, or no form, is refused with how to mend it", async () => {
  const refused = async (settings: object) => {
    const answer = await shack.links.add({ kind: "spotNetwork", name: "x", on: false, settings: settings as never });
    return answer.ok ? [] : (answer.problem.faults ?? []).map(({ field, text }) => `${field}: ${text}`);
  };
  expect(await refused({ port: 7300, call: "nobody at all" })).toEqual([
    "settings.call: a call to log in with, as CX3QUA",
  ]);
  expect(await refused({ port: 7300, call: "CX3QUA", announces: "spot {call}" })).toEqual([
    "settings.announces: it holds {kHz} and {call}, and may {remark}",
  ]);
});

describe("lines", () => {
  it("come whole, in whatever pieces they came, without what is telnet's own", () => {
    const words = fc.string({ unit: fc.constantFrom(..."ab 19:/é"), maxLength: 20 });
    const orders = fc.constantFrom("\xff\xfb\x01", "\xff\xfe\x22", "\xff\xfa\x18\x00\xff\xf0", "\x07", "\x00", "");
    fc.assert(
      fc.property(
        fc.array(fc.tuple(words, orders), { maxLength: 8 }),
        fc.infiniteStream(fc.integer({ min: 1, max: 9 })),
        (lines, sizes) => {
          const bytes = Buffer.from(lines.map(([line, order]) => `${order}${line}\r\n`).join(""), "latin1");
          const read = lineReader(1000);
          const heard: string[] = [];
          for (let at = 0; at < bytes.length;) {
            const size = sizes.next().value as number;
            heard.push(...read(bytes.subarray(at, at + size)).lines);
            at += size;
          }
          expect(heard.filter((line) => line !== "")).toEqual(lines.flatMap(([line]) => (line === "" ? [] : [line])));
        },
      ),
    );
  });

  it("that never end are told, and not kept", () => {
    const read = lineReader(100);
    expect(read(Buffer.from("x".repeat(90))).isEndless).toBe(false);
    expect(read(Buffer.from("x".repeat(90))).isEndless).toBe(true);
  });
});
