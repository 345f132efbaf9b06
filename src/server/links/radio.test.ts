import { spawn } from "node:child_process";
import { type AddressInfo, connect, createServer, type Server } from "node:net";
import type { TestStep } from "../../core/contract";
import petrelDescriptor from "../../core/radio/descriptors/petrel.json";
import { HERON, heronDialect } from "../../../stand-ins/radio/heron";
import { PETREL, petrelDialect } from "../../../stand-ins/radio/petrel";
import { type RadioServer, type RadioServerOptions, startRadio } from "../../../stand-ins/radio/server";
import { valueOf } from "../testing";
import { keepDescriptor } from "./descriptors";
import { addLinkRow, keepSending, linkRows } from "./linkStore";
import { type TestLinks, testLinks, until } from "./testing";

const AIR = { port: null, call: "CX3QUA", grid: "GF35co", speed: 26 };
const petrel = (limit = PETREL.limit) => ({
  model: { ...PETREL, limit },
  dialect: petrelDialect,
  frequencyHz: 14_025_000,
});

let shack: TestLinks;
let radios: RadioServer[];

beforeEach(async () => {
  radios = [];
  shack = await testLinks();
});
afterEach(async () => {
  shack.close();
  for (const { server, behave } of radios) {
    behave("gone");
    await new Promise((resolve) => server.close(resolve));
  }
});

async function start(options: Omit<RadioServerOptions, "port" | "air">): Promise<RadioServer> {
  const started = await startRadio({ ...options, port: 0, air: AIR });
  radios.push(started);
  return started;
}
const portOf = ({ server }: { server: Server }) => (server.address() as AddressInfo).port;

const addRadio = (port: number, settings: object = {}, name = "Petrel") =>
  shack.add("radio", name, { descriptor: "PETREL", port, ...settings });
const linkOf = (id: number) => shack.linkOf(id);
const up = (id: number) => shack.up(id);
const tell = (id: number, order: object) => shack.tell(id, order);

describe.each([
  ["the Petrel", "PETREL", petrel(), { frequencyHz: 7_030_000, mode: "CW", widthHz: 500, watts: 12.5 }],
  [
    "the Heron",
    "HERON",
    { model: HERON, dialect: heronDialect, frequencyHz: 145_500_000 },
    { frequencyHz: 433_512_340, mode: "USB", widthHz: 2600, watts: 10 },
  ],
] as const)("%s, by its descriptor over TCP", (_name, descriptor, options, change) => {
  it("is read, turned, and followed as its knobs are turned", async () => {
    const { radio, server } = await start(options);
    const id = await addRadio(portOf({ server }), { descriptor });
    await up(id);
    expect(linkOf(id).keysIn).toEqual(["CW"]);
    expect(linkOf(id).radio).toMatchObject({
      model: options.model.name,
      state: {
        frequencyHz: options.frequencyHz,
        split: false,
        transmitting: false,
        strength: 0,
        antenna: options.model.antennas[0],
      },
      modes: expect.arrayContaining(["CW", "USB"]) as string[],
      transmits: true,
    });
    expect(await tell(id, { do: "set", change })).toEqual({ id: null });
    expect(radio.state).toMatchObject(change);
    expect(linkOf(id).radio!.state).toMatchObject(change);

    radio.change({ secondHz: change.frequencyHz + 5000, split: true });
    await until(() => linkOf(id).radio!.state.split);
    expect(linkOf(id).radio!.state.secondHz).toBe(change.frequencyHz + 5000);
    expect(shack.events).toContainEqual({
      type: "link",
      linkId: id,
      news: { is: "radio", change: { secondHz: change.frequencyHz + 5000 } },
    });
  });

  it("says what it cannot be", async () => {
    const { server } = await start(options);
    const id = await addRadio(portOf({ server }), { descriptor, maxWatts: 20 });
    await up(id);
    expect(await tell(id, { do: "set", change: { frequencyHz: 70_000_000 } })).toMatchObject({
      status: 422,
      detail: expect.stringMatching(/does not tune to 70.000.00 kHz/) as string,
    });
    expect(await tell(id, { do: "set", change: { watts: 21 } })).toMatchObject({
      detail: expect.stringContaining("at most 20 W") as string,
    });
    expect(await tell(id, { do: "set", change: { widthHz: 123 } })).toMatchObject({ title: "Refused" });
    expect(await tell(id, { do: "set", change: { mode: "DATA" } })).toMatchObject({ status: 422 });
    expect(await tell(id, { do: "wave" })).toMatchObject({ status: 422 });
  });
});

it("goes back on a band to where it was in that mode, and to where it is told on one that is new", async () => {
  const { radio, server } = await start(petrel());
  const id = await addRadio(portOf({ server }));
  await up(id);
  const otherwise = { frequencyHz: 7_025_000 };
  await tell(id, { do: "set", change: { frequencyHz: 14_011_100, widthHz: 250, watts: 40 } });
  await tell(id, { do: "band", band: "40m", otherwise });
  expect(radio.state.frequencyHz).toBe(7_025_000);
  await tell(id, { do: "set", change: { widthHz: 500, watts: 100 } });
  await tell(id, { do: "band", band: "20m", otherwise: { frequencyHz: 14_200_000 } });
  expect(radio.state).toMatchObject({ frequencyHz: 14_011_100, widthHz: 250, watts: 40, mode: "CW" });
});

it("stops what transmits too long, and says so", async () => {
  const { radio, server } = await start(petrel());
  const id = await addRadio(portOf({ server }), { limitSeconds: 1 });
  await up(id);
  await tell(id, { do: "transmit", on: true });
  expect(radio.state.transmitting).toBe(true);
  expect(linkRows(shack.context)[0]!.sendingSince).toBe(shack.context.now());
  await until(() => !radio.state.transmitting);
  await until(() => linkOf(id).text?.includes("transmitted for 1 s and was stopped"));
  await until(() => linkRows(shack.context)[0]!.sendingSince === null);
});

it("keys a text, and is stopped by the one order that stops everything", async () => {
  const { radio, server } = await start(petrel());
  const id = await addRadio(portOf({ server }));
  await up(id);
  expect(await tell(id, { do: "send", text: "cq de cx3qua", speed: 20 })).toEqual({ id: 1 });
  await until(() => linkOf(id).radio!.state.transmitting);
  expect(shack.links.stop()).toEqual(["Petrel"]);
  await until(() => !radio.state.transmitting);
  await until(() => linkOf(id).radio!.state.transmitting === false);
  expect(shack.links.stop()).toEqual([]);
  expect(shack.events).toContainEqual(
    expect.objectContaining({ position: "left", news: { is: "stopped", id: 1, text: "cq de cx3qua" } }),
  );
  expect(await tell(id, { do: "send", text: "Ñ", speed: 20 })).toMatchObject({
    detail: expect.stringContaining("no sign for Ñ") as string,
  });
});

it("does not begin what was stopped before it began", async () => {
  const { radio, server } = await start(petrel());
  const id = await addRadio(portOf({ server }));
  await up(id);
  const asked = tell(id, { do: "transmit", on: true });
  expect(shack.links.stop()).toEqual(["Petrel"]);
  expect(await asked).toMatchObject({ title: "Stopped" });
  await until(() => linkRows(shack.context)[0]!.sendingSince === null);
  expect(radio.state.transmitting).toBe(false);
});

it.each([
  ["silent", "does not answer"],
  ["nonsense", "which the descriptor does not know"],
  ["half", "without the end of a line"],
] as const)("a radio that becomes %s is said to be so, and is back when it answers", async (behaviour, text) => {
  const { server, behave } = await start(petrel());
  const quick = { ...petrelDescriptor, waitMs: 60, everyMs: 50 };
  keepDescriptor(shack.context, quick);
  const id = await addRadio(portOf({ server }));
  await up(id);
  behave(behaviour);
  await until(() => linkOf(id).phase === "waiting" && linkOf(id).text?.includes(text));
  expect(linkOf(id).radio).toBeNull();
  expect(await tell(id, { do: "transmit", on: true })).toMatchObject({ status: 503 });
  behave("normal");
  await up(id);
  expect(linkOf(id).text).toBeNull();
});

it("stops when the page that had it transmit is there no more, and says so", async () => {
  const { radio, server } = await start(petrel());
  const id = await addRadio(portOf({ server }));
  await up(id);
  await tell(id, { do: "transmit", on: true });
  expect(await tell(id, { do: "here" })).toEqual({ id: 0 });
  await until(() => !radio.state.transmitting);
  await until(() => linkOf(id).text?.includes("did not say any more that it is there"));
  expect(await tell(id, { do: "here" })).toEqual({ id: null });
});

it("keys for one window at a time, and no RTTY", async () => {
  const { server } = await start(petrel());
  const id = await addRadio(portOf({ server }));
  await up(id);
  await tell(id, { do: "send", text: "0".repeat(100), speed: 5 });
  expect(await shack.tell(id, { do: "send", text: "CQ" }, "right")).toMatchObject({ status: 409, title: "Busy" });
  expect(await tell(id, { do: "send", text: "CQ", mode: "RTTY" })).toMatchObject({ title: "Does not key" });
});

it("transmits for one window at a time, and any window stops it", async () => {
  const { radio, server } = await start(petrel());
  const id = await addRadio(portOf({ server }));
  await up(id);
  const [first, second] = await Promise.all([
    shack.tell(id, { do: "transmit", on: true }, "left"),
    shack.tell(id, { do: "transmit", on: true }, "right"),
  ]);
  expect(first).toEqual({ id: null });
  expect(second).toMatchObject({ status: 409, title: "Busy" });
  expect(await shack.tell(id, { do: "here" }, "left")).toEqual({ id: 0 });
  expect(await shack.tell(id, { do: "transmit", on: true }, "right")).toMatchObject({ status: 409, title: "Busy" });
  await shack.tell(id, { do: "transmit", on: false }, "right");
  await until(() => !radio.state.transmitting && linkOf(id).radio!.state.transmitting === false);
  expect(await shack.tell(id, { do: "here" }, "left")).toEqual({ id: null });
  expect(await shack.tell(id, { do: "transmit", on: true }, "right")).toEqual({ id: null });
});

it("a radio that is to be held stops by itself when the server is gone", async () => {
  // Its own limit is farther away than this test waits.
  const { radio, server, behave } = await start(petrel(3600));
  const id = await addRadio(portOf({ server }));
  await up(id);
  await tell(id, { do: "transmit", on: true });
  // The wire breaks: what is told arrives no more.
  behave("gone");
  expect(radio.state.transmitting).toBe(true);
  await until(() => !radio.state.transmitting);
});

it("a radio that vanishes while it transmits is told with what stops it", async () => {
  const { behave, server } = await start(petrel());
  const id = await addRadio(portOf({ server }));
  await up(id);
  await tell(id, { do: "transmit", on: true });
  behave("gone");
  await until(() => linkOf(id).text?.includes("was transmitting"));
  expect(linkOf(id).text).toContain("It stops by itself, since nobody tells it any more to go on.");
});

it.each([
  [true, "did so still, and was stopped now"],
  [false, "has stopped"],
])("after the server's end while it transmitted (still: %s) it is said what became of it", async (still, text) => {
  const { radio, server } = await start(petrel());
  radio.change({ transmitting: still });
  const settings = { descriptor: "PETREL", port: portOf({ server }) };
  const id = addLinkRow(shack.context, { kind: "radio", name: "Petrel", on: true, settings });
  keepSending(shack.context, id, shack.context.now() - 60);
  shack.again();
  await up(id);
  expect(linkOf(id).text).toMatch(/^The server ended while Petrel transmitted, since .* UTC\./);
  expect(linkOf(id).text).toContain(text);
  await until(() => !radio.state.transmitting && linkRows(shack.context)[0]!.sendingSince === null);
});

it("a radio that transmitted as the server ended is stopped, also when it is reached at the second attempt only", async () => {
  const { radio, server, behave } = await start(petrel());
  radio.change({ transmitting: true });
  behave("silent");
  keepDescriptor(shack.context, { ...petrelDescriptor, waitMs: 60 });
  const settings = { descriptor: "PETREL", port: portOf({ server }) };
  const id = addLinkRow(shack.context, { kind: "radio", name: "Petrel", on: true, settings });
  keepSending(shack.context, id, shack.context.now() - 60);
  shack.again();
  await until(() => linkOf(id).phase === "waiting");
  behave("normal");
  await up(id);
  await until(() => !radio.state.transmitting && linkRows(shack.context)[0]!.sendingSince === null);
  expect(linkOf(id).text).toContain("The server ended while Petrel transmitted");
});

it("a link that is changed while it transmits is stopped, and nothing is said of a server that ended", async () => {
  const { radio, server } = await start(petrel());
  const id = await addRadio(portOf({ server }));
  await up(id);
  await tell(id, { do: "transmit", on: true });
  expect(radio.state.transmitting).toBe(true);
  valueOf(await shack.links.change(id, { name: "Main" }));
  await up(id);
  expect(linkOf(id)).toMatchObject({ name: "Main", text: null });
  await until(() => !radio.state.transmitting);
  await until(() => linkRows(shack.context)[0]!.sendingSince === null);
});

it("the server's orderly end stops what transmits", async () => {
  const { radio, server } = await start(petrel());
  const id = await addRadio(portOf({ server }));
  await up(id);
  await tell(id, { do: "transmit", on: true });
  shack.close();
  await until(() => !radio.state.transmitting);
});

it("two links on one address: the second is refused, and is opened when the first is turned off", async () => {
  const { server } = await start(petrel());
  const first = await addRadio(portOf({ server }));
  const second = await addRadio(portOf({ server }), {}, "Again");
  await up(first);
  expect(linkOf(second)).toMatchObject({
    phase: "refused",
    text: expect.stringContaining("Petrel has the same address") as string,
  });
  valueOf(await shack.links.change(first, { on: false }));
  await up(second);
  expect(linkOf(first).phase).toBe("off");
  valueOf(await shack.links.remove(second));
  expect(shack.events.at(-1)).toEqual({ type: "link", linkId: second, link: null });
});

it("what is saved is in force at once, and a name is had once", async () => {
  const [one, other] = [await start(petrel()), await start({ ...petrel(), frequencyHz: 3_510_000 })];
  const id = await addRadio(portOf(one));
  await up(id);
  valueOf(await shack.links.change(id, { name: "Main", settings: { descriptor: "PETREL", port: portOf(other) } }));
  await up(id);
  expect(linkOf(id)).toMatchObject({ name: "Main", radio: { state: { frequencyHz: 3_510_000 } } });
  expect(await shack.links.add({ kind: "keyer", name: "main", on: true, settings: { port: 4000 } })).toMatchObject({
    problem: { status: 409 },
  });
  expect(
    await shack.links.add({ kind: "radio", name: "Other", on: true, settings: { descriptor: "PETREL" } }),
  ).toMatchObject({
    problem: { faults: [{ field: "settings.port" }] },
  });
  expect(await shack.links.add({ kind: "drum", name: "Other", on: true, settings: {} })).toMatchObject({
    problem: { faults: [{ field: "kind" }] },
  });
});

describe("the test of a radio's settings", () => {
  const steps = async (settings: Record<string, unknown>): Promise<TestStep[]> =>
    valueOf(await shack.links.test({ kind: "radio", settings }));

  it("says step by step what answers, also while a link holds the address", async () => {
    const { server } = await start(petrel());
    const id = await addRadio(portOf({ server }));
    await up(id);
    expect((await steps({ descriptor: "PETREL", port: portOf({ server }) })).map(({ what, ok }) => [what, ok])).toEqual(
      [
        ["Address", true],
        ["Protocol", true],
        ["Model", true],
        ["Frequency", true],
      ],
    );
    await up(id);
  });

  it("says where it ends, and how to mend it", async () => {
    const { server } = await start(petrel());
    const port = portOf({ server });
    expect(await steps({ descriptor: "PETREL", port: 1 })).toEqual([
      { what: "Address", ok: false, text: expect.stringContaining("Nothing listens at 127.0.0.1:1") as string },
    ]);
    expect((await steps({ descriptor: "HERON", port })).at(-1)).toMatchObject({ what: "Protocol", ok: false });
    expect(await steps({ descriptor: "GANNET", port })).toMatchObject([{ what: "Descriptor", ok: false }]);
    expect(await steps({ descriptor: "PETREL", via: "serial", device: "/dev/ttyNONE9" })).toEqual([
      { what: "Address", ok: false, text: expect.stringContaining("no port /dev/ttyNONE9") as string },
    ]);
  });
});

describe("over a pair of pseudo-terminals", () => {
  /** A pseudo-terminal whose far end is the radio's socket: gives its path, and how it is pulled out. */
  async function terminalTo(port: number): Promise<{ path: string; pull: () => void }> {
    const child = spawn("script", ["-qfec", "stty raw -echo; tty; exec sleep 1000", "/dev/null"]);
    const path = await new Promise<string>((resolve) => {
      let said = "";
      const read = (piece: Buffer) => {
        said += piece.toString("latin1");
        const [found] = /\/dev\/\S+(?=\s)/.exec(said) ?? [];
        if (found === undefined) return;
        child.stdout.off("data", read);
        resolve(found);
      };
      child.stdout.on("data", read);
    });
    const socket = connect(port);
    socket.pipe(child.stdin, { end: false });
    child.stdout.pipe(socket);
    const pull = () => {
      socket.destroy();
      child.kill("SIGKILL");
    };
    socket.on("error", () => {});
    child.stdin.on("error", () => {});
    return { path, pull };
  }

  it.each([
    ["PETREL", petrel()],
    ["HERON", { model: HERON, dialect: heronDialect, frequencyHz: 145_500_000 }],
  ] as const)("the %s is read and turned, and its cable pulled out", async (descriptor, options) => {
    const { radio, server } = await start(options);
    const { path, pull } = await terminalTo(portOf({ server }));
    const id = await addRadio(1, { descriptor, via: "serial", device: path, speed: "19200" });
    try {
      await up(id);
      const frequencyHz = options.frequencyHz + 12_340;
      expect(await tell(id, { do: "set", change: { frequencyHz } })).toEqual({ id: null });
      expect(radio.state.frequencyHz).toBe(frequencyHz);
      radio.change({ mode: "USB" });
      await until(() => linkOf(id).radio!.state.mode === "USB");
    } finally {
      pull();
    }
    await until(() => linkOf(id).phase === "waiting");
    expect(linkOf(id).text).not.toBeNull();
  });

  it("a radio that transmits is stopped when its link is turned off", async () => {
    const { radio, server } = await start(petrel());
    const { path, pull } = await terminalTo(portOf({ server }));
    const id = await addRadio(1, { via: "serial", device: path, speed: "19200" });
    try {
      await up(id);
      await tell(id, { do: "transmit", on: true });
      expect(radio.state.transmitting).toBe(true);
      valueOf(await shack.links.change(id, { on: false }));
      await until(() => !radio.state.transmitting);
    } finally {
      pull();
    }
  });
});

it("a radio that never ends a line is left", async () => {
  const server = createServer((socket) => {
    socket.on("error", () => {}).resume();
    socket.write("x".repeat(5000));
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const id = await addRadio(portOf({ server }));
  await until(() => linkOf(id).text?.includes("without ever ending a line"));
  shack.links.close();
  await new Promise((resolve) => server.close(resolve));
});
