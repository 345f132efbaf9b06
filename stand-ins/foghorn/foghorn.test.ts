import { type AddressInfo, connect, type Socket } from "node:net";
import { readSpotLine } from "../../src/core/spot";
import { startAir } from "../air/server";
import { randomFrom } from "../../src/core/random";
import { callerIn, createNetwork } from "./network";
import { type Foghorn, startFoghorn } from "./server";
import { SPOTTERS } from "./spotters";

const closing: (() => unknown)[] = [];
afterEach(() => {
  for (const close of closing.splice(0).reverse()) close();
});

async function begin(airPort: number | null = null): Promise<Foghorn> {
  const foghorn = await startFoghorn({ port: 0, airPort, seed: 7 });
  closing.push(() => foghorn.close());
  return foghorn;
}

/** Somebody at the network, and what it says to him; with the pieces in which it comes. */
function user({ server }: Foghorn) {
  const socket: Socket = connect((server.address() as AddressInfo).port, "127.0.0.1");
  closing.push(() => socket.destroy());
  let text = "";
  let pieces = 0;
  let closed = false;
  let woken: (() => void) | null = null;
  socket.setEncoding("latin1");
  socket.on("data", (piece: string) => {
    text += piece;
    pieces++;
    woken?.();
  });
  socket.on("close", () => {
    closed = true;
    woken?.();
  });
  return {
    said: () => text,
    pieces: () => pieces,
    say: (line: string) => socket.write(`${line}\r\n`),
    async until(fits: (text: string, closed: boolean) => boolean) {
      while (!fits(text, closed)) await new Promise<void>((resolve) => (woken = resolve));
      return text;
    },
  };
}

const spotsIn = (text: string) =>
  text
    .replace(/\u0007/g, "")
    .split("\r\n")
    .flatMap((line) => readSpotLine(line) ?? []);

test("who logs in with a call announces to all, and hears himself", async () => {
  const foghorn = await begin();
  const [one, other] = [user(foghorn), user(foghorn)];
  for (const [who, call] of [
    [one, "nobody"],
    [one, "CX3QUA"],
    [other, "W1QUA"],
  ] as const) {
    await who.until((text) => /call\?\s*$/.test(text));
    who.say(call);
    await who.until((text) => !/call\?\s*$/.test(text) || call === "nobody");
  }
  expect(await one.until((text) => text.includes("Welcome"))).toContain("That is no call. Your call?");
  await other.until((text) => text.includes("Welcome, W1QUA"));
  one.say("announce 14025.3 dl1qta up 2");
  for (const who of [one, other]) {
    const text = await who.until((said) => spotsIn(said).length > 0);
    expect(spotsIn(text)).toMatchObject([
      { spotter: "CX3QUA", call: "DL1QTA", frequencyHz: 14_025_300, remark: "up 2" },
    ]);
  }
  one.say("announce here DL1QTA");
  await one.until((text) => text.includes("announce what?"));
  other.say("last 5");
  await other.until((text) => spotsIn(text).length === 2);
  one.say("dance");
  await one.until((text) => text.includes("dance? There are"));
  one.say("bye");
  await one.until((_, closed) => closed);
});

test("its ways to fail", async () => {
  const foghorn = await begin();
  const enter = async () => {
    const one = user(foghorn);
    await one.until((text) => text.includes("Your call?"));
    one.say("CX3QUA");
    return one;
  };
  foghorn.behave("password");
  expect(await (await enter()).until((text) => /Password:\s*$/.test(text))).not.toContain("Welcome");
  foghorn.behave("closes");
  expect(await (await enter()).until((_, closed) => closed)).toContain("Full.");
  foghorn.behave("hour");
  const one = await enter();
  await one.until((text) => text.includes("Welcome"));
  foghorn.announce("DX de W3QUA:    14025.0  DL1QTA       CW        0030Z");
  const [spot] = spotsIn(await one.until((text) => spotsIn(text).length > 0));
  expect(spot!.minute).toBe(23 * 60 + 30);
  foghorn.behave("endless");
  const endless = await enter();
  const text = await endless.until((said) => said.length > 1_000_000);
  expect(text.slice(-1000)).not.toContain("\n");
});

test("the spotters announce who calls on the air, from several continents, with the usual nonsense", async () => {
  const air = await startAir({ port: 0, seed: 4, stations: 60, pace: 60, before: 1800 });
  closing.push(() => air.close());
  const one = user(await begin((air.address() as AddressInfo).port));
  await one.until((text) => text.includes("Your call?"));
  one.say("CX3QUA");
  // Who spots first is chance: it is waited for what has to come.
  const several = (text: string) => {
    const found = spotsIn(text);
    const spotters = new Set(found.map(({ spotter }) => spotter));
    return found.length >= 8 && spotters.size > 2 && found.some(({ remark }) => / dB /.test(remark));
  };
  const spots = spotsIn(await one.until(several));
  for (const { call } of spots) expect(call).toMatch(/\dQ[R-U][A-Z]$/);
});

test.each([
  ["CQ CQ DE DL1QTA DL1QTA K", "DL1QTA"],
  ["CQ TEST LU4QSC LU4QSC", "LU4QSC"],
  ["CQ DL1QTA JO31", "DL1QTA"],
  ["CQ CQ CQ this is CX2QRB CX2QRB standing by", "CX2QRB"],
  ["DL1QTA 599 001", null],
])("in %s it is %s who calls", (text, call) => expect(callerIn(text)).toBe(call));

test("a receiver announces a station once in ten minutes, people seldom, and somebody's clock is wrong", () => {
  const network = createNetwork(randomFrom(3));
  const heard = {
    call: "DL1QTA",
    frequencyHz: 14_025_000,
    mode: "CW",
    speed: 26,
    over: 12,
    at: 1_700_000_000,
  } as const;
  const [receiver] = SPOTTERS.filter(({ isReceiver }) => isReceiver);
  const times = Array.from({ length: 120 }, (_, index) => heard.at + index * 30);
  expect(times.filter((at) => network.heard(receiver!, { ...heard, at }) !== null)).toHaveLength(6);
  expect(network.heard(receiver!, { ...heard, call: "DL9QTA", over: 0 })).toBeNull();
  const wrong = SPOTTERS.find(({ clock }) => clock !== 0)!;
  const lines = times.flatMap((at, index) => network.heard(wrong, { ...heard, call: `DL${index % 10}QTA`, at }) ?? []);
  expect(lines.length).toBeLessThan(30);
  const [spot] = lines.flatMap((line) => readSpotLine(line) ?? []);
  expect(spot!.minute).not.toBeNull();
  expect(network.last(3)).toHaveLength(3);
});
